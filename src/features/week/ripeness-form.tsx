"use client";

import { Check, CircleDashed } from "lucide-react";
import { useState } from "react";
import { daysBetween, formatDay } from "@/core/dates";
import { daysToReady, readyInWords } from "@/core/harvest/days-to-ready";
import type { RipenessSigns } from "@/core/views/outline";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { newId } from "../shared/new-id";
import { useUnits } from "../shared/units";
import { sendLog } from "./log-queue";

/** The signs of ripeness as keys to press where one stands; says at once how many days it still needs. Kept on the device without a network. */
export function RipenessForm({
  planId,
  field,
  ripeness,
  today,
  onNoted,
}: {
  planId: string;
  field: string;
  ripeness: RipenessSigns;
  today: string;
  onNoted: () => void;
}) {
  const { read } = useUnits();
  const [open, setOpen] = useState(false);
  const [seen, setSeen] = useState<Record<string, boolean>>({});
  const [typed, setTyped] = useState("");
  const [said, setSaid] = useState<{ bad: boolean; text: string } | null>(null);
  const moisture = typed.trim() === "" ? null : read("Moisture", "percent", { min: 1, max: 95 })(typed);
  const found = daysToReady({
    signs: ripeness.signs,
    seen,
    moisturePct: moisture?.ok ? moisture.value : null,
    cutPct: ripeness.cutPct,
    pctPerDay: ripeness.pctPerDay,
    expectedDays: ripeness.readyOn === null ? null : daysBetween(today, ripeness.readyOn),
  });
  const press = (id: string, there: boolean) =>
    setSeen(({ [id]: before, ...rest }) => (before === there ? rest : { ...rest, [id]: there }));
  const save = async () => {
    if (moisture && !moisture.ok) {
      setSaid({ bad: true, text: moisture.message });
      return;
    }
    if (Object.keys(seen).length === 0 && moisture === null) {
      setSaid({ bad: true, text: "Signs: nothing given, allowed is at least one sign, or a moisture." });
      return;
    }
    const answer = await sendLog({
      kind: "ripeness",
      id: newId(),
      planId,
      day: today,
      seen,
      moisturePct: moisture?.ok ? moisture.value : null,
      note: "",
      label: `Ripeness, ${field}`,
    });
    if (answer.kind === "refused") setSaid({ bad: true, text: answer.reason });
    else {
      setSeen({});
      setTyped("");
      setSaid({
        bad: false,
        text:
          answer.kind === "sent"
            ? `Noted for ${field}. ${readyInWords(found)}.`
            : `Kept on this device for ${field}; it is sent when the network is back. ${readyInWords(found)}.`,
      });
      if (answer.kind === "sent") onNoted();
    }
  };
  return (
    <>
      <Button className="touch" aria-label={`Ripe? ${field}`} onClick={() => setOpen(true)}>
        Ripe?
      </Button>
      {open && (
        <Dialog open onOpenChange={setOpen} title={`Is it ripe? ${field}`} description={`Look at ${ripeness.sample}.`}>
          <ul className="grid gap-1">
            {ripeness.signs.map((s) => (
              <li
                key={s.id}
                className="grid grid-cols-[minmax(0,1fr)_auto_auto] items-center gap-2 border-t border-line py-1"
              >
                <span>
                  {s.observe}: <b>{s.readyWhen}</b>
                  {s.byHand && <span className="block text-[12px] text-soft">{s.byHand}</span>}
                </span>
                <Key
                  label={`${s.observe}: there`}
                  text="yes"
                  icon={<Check size={16} aria-hidden />}
                  pressed={seen[s.id] === true}
                  onPress={() => press(s.id, true)}
                />
                <Key
                  label={`${s.observe}: not yet`}
                  text="not yet"
                  icon={<CircleDashed size={16} aria-hidden />}
                  pressed={seen[s.id] === false}
                  onPress={() => press(s.id, false)}
                />
              </li>
            ))}
          </ul>
          {ripeness.cutPct !== null && (
            <label className="mt-2 flex items-baseline gap-3">
              <span className="text-soft">Moisture</span>
              <input
                aria-label="Moisture"
                className="writes w-20 text-right"
                inputMode="decimal"
                value={typed}
                onChange={(event) => setTyped(event.currentTarget.value)}
              />
              <span className="text-[12px] text-soft">% by meter; cut at {ripeness.cutPct} %</span>
            </label>
          )}
          <p className="mt-2" aria-live="polite">
            <b>{readyInWords(found)}</b>
            {ripeness.readyOn && <span className="text-soft">; the plan says {formatDay(ripeness.readyOn)}</span>}
          </p>
          {said && (
            <p role={said.bad ? "alert" : "status"} className={said.bad ? "text-stop" : ""}>
              {said.text}
            </p>
          )}
          <Button look="main" className="touch mt-2 justify-self-start" onClick={() => void save()}>
            Save
          </Button>
        </Dialog>
      )}
    </>
  );
}

function Key({
  label,
  text,
  icon,
  pressed,
  onPress,
}: {
  label: string;
  text: string;
  icon: React.ReactNode;
  pressed: boolean;
  onPress: () => void;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      aria-pressed={pressed}
      onClick={onPress}
      className={`touch inline-flex items-center gap-1 rounded-field border px-2 py-2 text-[13px] ${pressed ? "border-action bg-action font-semibold text-sheet" : "border-line"}`}
    >
      {icon}
      {text}
    </button>
  );
}
