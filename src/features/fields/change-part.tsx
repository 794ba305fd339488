"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { PlantingLine } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Popover } from "@/ui/popover";
import { WrittenValue } from "@/ui/written-value";
import { send } from "../shared/send";
import { useUnits } from "../shared/units";

/** Puts the name or the area of a planting's part right; its plans follow. */
export function ChangePart({ planting, fieldHa }: { planting: PlantingLine & { areaHa: number }; fieldHa: number }) {
  const router = useRouter();
  const { split, read } = useUnits();
  const [name, setName] = useState(planting.part);
  const [areaHa, setAreaHa] = useState(planting.areaHa);
  const [said, setSaid] = useState<{ text: string; bad: boolean } | null>(null);
  const save = async () => {
    if (name.trim() === "") {
      setSaid({ text: "Part: no name given; a part has a name.", bad: true });
      return;
    }
    const reply = await send("PUT /api/plantings/{id}", {
      path: { id: planting.id },
      body: { part: { name: name.trim(), areaHa } },
    });
    setSaid(
      reply.ok ? { text: "Changed; its plans are for the new area.", bad: false } : { text: reply.reason, bad: true },
    );
    if (reply.ok) router.refresh();
  };
  return (
    <Popover
      label={`Part ${planting.part}`}
      trigger={
        <button type="button" className="ml-3 text-action underline underline-offset-2">
          Change<span className="sr-only"> the part {planting.part}</span>
        </button>
      }
    >
      <form
        noValidate
        className="grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <label className="flex items-baseline gap-2">
          <span className="text-soft">Part called</span>
          <input
            className="writes w-[11em] text-left font-normal"
            value={name}
            maxLength={60}
            onChange={(e) => setName(e.currentTarget.value)}
          />
        </label>
        <span className="flex items-baseline gap-2">
          <span className="text-soft">of</span>
          <WrittenValue
            label={`Area of ${planting.part}`}
            text={split(areaHa, "area").number}
            suffix={split(1, "area").unit}
            width="4em"
            read={read("Area of the part", "area", { above: 0, max: fieldHa })}
            onValue={setAreaHa}
          />
        </span>
        {said && (
          <p role={said.bad ? "alert" : "status"} className={`text-[13px] ${said.bad ? "text-stop" : "text-soft"}`}>
            {said.text}
          </p>
        )}
        <Button look="main" type="submit">
          Save
        </Button>
      </form>
    </Popover>
  );
}
