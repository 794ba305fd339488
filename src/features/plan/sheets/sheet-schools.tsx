"use client";

import type { School } from "@/core/guides/schema";
import { Choice } from "@/ui/choice";
import { DecisionLine } from "../inputs/decision-line";
import { usePlanModel } from "../plan-context";

/** Where practitioners differ on a sheet: each question with its ways, and why one takes the chosen one. */
export function SheetSchools({ schools }: { schools: readonly School[] }) {
  const { decisions, set, editable } = usePlanModel();
  return (
    <section aria-label="Schools" className="mt-3">
      {schools.map((school) => {
        const chosen = school.options.find((o) => o.id === decisions.crop.schools?.[school.id]) ?? school.options[0];
        return (
          <DecisionLine
            key={school.id}
            what={school.name}
            value={
              <Choice<string>
                label={school.name}
                value={chosen?.id ?? ""}
                disabled={!editable}
                options={school.options.map((o, i) => ({
                  value: o.id,
                  label: o.name,
                  note: i === 0 ? `default: ${o.why}` : o.why,
                }))}
                onChange={(id) => set(`crop/schools/${school.id}`, id === school.options[0]?.id ? undefined : id)}
              />
            }
            leads={<span className="text-soft">{chosen?.why}</span>}
          />
        );
      })}
    </section>
  );
}
