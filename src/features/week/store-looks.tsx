"use client";

import { formatDay, type IsoDate } from "@/core/dates";
import { Link } from "../shared/link";
import { useAnswer } from "../shared/use-answer";

/** Stores to look at by the end of the week, the most urgent first; nothing where there are none, or no network. */
export function StoreLooks({ by, today, mayRead }: { by: IsoDate; today: IsoDate; mayRead: boolean }) {
  const { answer } = useAnswer("GET /api/store-looks", { query: { by } });
  const due = answer?.due ?? [];
  if (due.length === 0) return null;
  return (
    <section aria-label="Stores to inspect" className="mb-4 border border-line bg-sheet px-4 py-2">
      <h2 className="text-base">Stores to inspect</h2>
      <ul>
        {due.map((s) => (
          <li key={s.storeId} className="border-t border-line py-1.5 first:border-0">
            <span className="font-semibold">{s.name}</span>, {s.farm}: {s.holds}
            <span className={`block text-[13px] ${s.dueOn < today ? "text-advise" : "text-soft"}`}>
              {s.dueOn < today ? `▲ due since ${formatDay(s.dueOn)}` : `due ${formatDay(s.dueOn)}`}
              {s.lastLookOn ? `, last inspected on ${formatDay(s.lastLookOn)}` : ", not inspected yet"}
            </span>
            {s.worst && (
              <span className={`block text-[13px] ${s.worst.weight === "stop" ? "text-stop" : "text-advise"}`}>
                {s.worst.weight === "stop" ? "■" : "▲"} {s.worst.text}
              </span>
            )}
          </li>
        ))}
      </ul>
      {mayRead && (
        <p className="text-[13px]">
          <Link href="/records/store-readings?add" className="text-action underline underline-offset-2">
            Record an inspection
          </Link>{" "}
          or see{" "}
          <Link href="/season/stores" className="text-action underline underline-offset-2">
            all stores
          </Link>
        </p>
      )}
    </section>
  );
}
