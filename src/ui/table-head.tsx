/** A column's heading: a name alone stands on the left; of figures on the right; hidden, it is only read aloud. */
export type Column = string | { name: string; figures?: true; hidden?: true; className?: string };

/** Columns of figures by their names. */
export const figures = (...names: string[]): Column[] => names.map((name) => ({ name, figures: true }));

/** The headings of a plain table. */
export function TableHead({ columns, className = "" }: { columns: Column[]; className?: string }) {
  return (
    <thead>
      <tr className={`text-left text-[12px] text-soft ${className}`}>
        {columns.map((column) => {
          const c = typeof column === "string" ? { name: column } : column;
          return (
            <th
              key={c.name}
              scope="col"
              className={`py-1 font-medium ${c.figures ? "text-right" : ""} ${c.className ?? ""}`}
            >
              {c.hidden ? <span className="sr-only">{c.name}</span> : c.name}
            </th>
          );
        })}
      </tr>
    </thead>
  );
}
