import { Circle, G, Line, Rect, Svg, Text as SvgText, View } from "@react-pdf/renderer";
import { addDays, daysBetween, type IsoDate, MONTHS } from "@/core/dates";
import { SHEET_NAMES, SHEETS } from "@/core/sheet-ids";
import type { IssuedPlan } from "@/core/views/issued-plan";

const WIDTH = 500;
const NAMES = 58;
const ROW = 13;
const HEAD = 14;
/** Room that the name of a month takes: one that has less is left out, not cut. */
const MONTH_NAME = 16;

/** Places on the picture of a season: how far along a day is, the first day of each month, a row for each sheet that has work. */
export function seasonPicture(operations: IssuedPlan["operations"]): {
  from: IsoDate;
  until: IsoDate;
  at: (date: IsoDate) => number;
  months: { date: IsoDate; name: string }[];
  rows: {
    sheet: (typeof SHEETS)[number];
    marks: { date: IsoDate; from: IsoDate; until: IsoDate; name: string; done: boolean }[];
  }[];
} | null {
  const dated = operations.filter((o) => o.date !== null);
  if (dated.length === 0) return null;
  const dates = dated.map((o) => o.date as IsoDate).sort();
  const from = `${(dates[0] as string).slice(0, 7)}-01`;
  const until = addDays(dates.at(-1) as string, 10);
  const days = Math.max(1, daysBetween(from, until));
  const at = (date: IsoDate) => Math.max(0, Math.min(1, daysBetween(from, date) / days));
  const months: { date: IsoDate; name: string }[] = [];
  for (let year = Number(from.slice(0, 4)), month = Number(from.slice(5, 7)); ; ) {
    const date = `${year}-${String(month).padStart(2, "0")}-01`;
    if (date > until) break;
    months.push({ date, name: MONTHS[month - 1] ?? "" });
    month++;
    if (month > 12) [year, month] = [year + 1, 1];
  }
  const rows = SHEETS.flatMap((sheet) => {
    const own = dated.filter((o) => o.sheet === sheet);
    return own.length === 0
      ? []
      : [
          {
            sheet,
            marks: own.map((o) => ({
              date: o.doneOn ?? (o.date as IsoDate),
              from: o.doneOn ?? o.earliest ?? (o.date as IsoDate),
              until: o.doneOn ?? o.latest ?? (o.date as IsoDate),
              name: o.name,
              done: o.doneOn !== null,
            })),
          },
        ];
  });
  return { from, until, at, months, rows };
}

/** The season at a glance, in black and white: a row a sheet, a line for the days within which a job can be done, a dot for the day. */
export function SeasonPicture({ operations }: { operations: IssuedPlan["operations"] }) {
  const picture = seasonPicture(operations);
  if (!picture) return null;
  const { at, months, rows } = picture;
  const height = HEAD + rows.length * ROW + 2;
  const x = (date: IsoDate) => NAMES + at(date) * (WIDTH - NAMES);
  return (
    <View wrap={false} style={{ marginTop: 4 }}>
      <Svg viewBox={`0 0 ${WIDTH} ${height}`} style={{ width: "100%" }}>
        {months.map((m) => (
          <G key={m.date}>
            <Line x1={x(m.date)} x2={x(m.date)} y1={HEAD - 4} y2={height} stroke="#bbb" strokeWidth={0.5} />
            {WIDTH - x(m.date) >= MONTH_NAME && (
              <SvgText x={x(m.date) + 2} y={8} style={{ fontSize: 6.5, fontFamily: "Text" }}>
                {m.name}
              </SvgText>
            )}
          </G>
        ))}
        {rows.map((row, i) => {
          const y = HEAD + i * ROW + ROW / 2;
          return (
            <G key={row.sheet}>
              <SvgText x={0} y={y + 2.5} style={{ fontSize: 7, fontFamily: "Text" }}>
                {SHEET_NAMES[row.sheet]}
              </SvgText>
              {row.marks.map((m) => (
                <G key={`${m.name} ${m.date}`}>
                  <Rect
                    x={x(m.from)}
                    y={y - 0.6}
                    width={Math.max(0.5, x(m.until) - x(m.from))}
                    height={1.2}
                    fill="#999"
                  />
                  <Circle
                    cx={x(m.date)}
                    cy={y}
                    r={2.2}
                    fill={m.done ? "#111" : "#fff"}
                    stroke="#111"
                    strokeWidth={0.9}
                  />
                </G>
              ))}
            </G>
          );
        })}
      </Svg>
    </View>
  );
}
