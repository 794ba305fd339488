"use client";

import { CloudRain } from "lucide-react";
import { type FormEvent, useState } from "react";
import type { FieldName } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Pick } from "@/ui/pick";
import { newId } from "../shared/new-id";
import { useUnits } from "../shared/units";
import { WrittenDate } from "../shared/written-date";
import { sendLog } from "./log-queue";

/** Rain of a field's own gauge: noted where one stands, kept on the device until the server has it. */
export function RainForm({ fields, today }: { fields: FieldName[]; today: string }) {
  const { read, split } = useUnits();
  const [open, setOpen] = useState(false);
  const [fieldId, setFieldId] = useState(fields[0]?.fieldId ?? "");
  const [day, setDay] = useState(today);
  const [typed, setTyped] = useState("");
  const [said, setSaid] = useState<{ bad: boolean; text: string } | null>(null);
  if (fields.length === 0) return null;
  const save = async (event: FormEvent) => {
    event.preventDefault();
    const rain = read("Rain", "waterDepth", { min: 0, max: 500 })(typed);
    if (!rain.ok) {
      setSaid({ bad: true, text: rain.message });
      return;
    }
    if (!/^\d{4}-\d{2}-\d{2}$/.test(day) || day > today) {
      setSaid({ bad: true, text: `Day: ${day || "nothing"} given, allowed is a date up to today (${today}).` });
      return;
    }
    const name = fields.find((f) => f.fieldId === fieldId)?.name ?? "";
    const answer = await sendLog({
      kind: "rain",
      id: newId(),
      fieldId,
      day,
      rainMm: rain.value,
      label: `Rain, ${name}`,
    });
    if (answer.kind === "refused") setSaid({ bad: true, text: answer.reason });
    else {
      setTyped("");
      setSaid({
        bad: false,
        text:
          answer.kind === "sent"
            ? `Noted for ${name}.`
            : `Kept on this device for ${name}; it is sent when the network is back.`,
      });
    }
  };
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        <CloudRain size={15} aria-hidden /> Rain
      </Button>
      {open && (
        <Dialog
          open
          onOpenChange={setOpen}
          title="Rain in the gauge"
          description="Of one field and one day; the balance of its water starts again from it. Another reading of the day takes its place."
        >
          <form onSubmit={(event) => void save(event)} noValidate className="grid gap-3">
            <span className="flex items-baseline gap-3">
              <label htmlFor="rain-field" className="w-16 text-soft">
                Field
              </label>
              <Pick
                id="rain-field"
                value={fieldId}
                empty="choose"
                options={fields.map((f) => ({ value: f.fieldId, label: `${f.name}, ${f.farm}` }))}
                onChange={(event) => setFieldId(event.currentTarget.value)}
              />
            </span>
            <span className="flex items-baseline gap-3">
              <span className="w-16 text-soft">Day</span>
              <WrittenDate
                label="Day of the rain"
                name="Day"
                day={day}
                today={today}
                onDay={setDay}
                onBad={() => setDay("")}
              />
            </span>
            <label className="flex items-baseline gap-3">
              <span className="w-16 text-soft">Rain</span>
              <input
                aria-label="Rain"
                className="writes w-24 text-right"
                inputMode="decimal"
                value={typed}
                onChange={(event) => setTyped(event.currentTarget.value)}
              />
              <span className="text-[12px] text-soft">{split(1, "waterDepth").unit}</span>
            </label>
            {said && (
              <p role={said.bad ? "alert" : "status"} className={said.bad ? "text-stop" : ""}>
                {said.text}
              </p>
            )}
            <Button look="main" type="submit" className="touch justify-self-start">
              Save
            </Button>
          </form>
        </Dialog>
      )}
    </>
  );
}
