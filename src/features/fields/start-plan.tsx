"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { FieldSheet, PlantingLine } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { WrittenValue } from "@/ui/written-value";
import { send } from "../shared/send";
import { useUnits } from "../shared/units";
import { plantingInWords } from "./plantings";

/** Starts a plan: on the whole field or a part of it, at the start of a season or after another planting. */
export function StartPlan({
  field,
  plantings,
  crops,
  start: first,
  startKinds,
  cropName,
  today,
}: {
  field: FieldSheet["field"];
  plantings: PlantingLine[];
  crops: { id: string; name: string; kinds: { id: string; name: string }[] }[];
  start: FieldSheet["start"];
  startKinds: FieldSheet["startKinds"];
  cropName: (id: string) => string;
  today: string;
}) {
  const router = useRouter();
  const { split, read } = useUnits();
  const year = Number(today.slice(0, 4));
  const seasons = [year, year + 1, year + 2];
  const free = seasons.filter((s) => !plantings.some((p) => p.season === s && p.areaHa === null));
  /** when a crop can next be sown, on ground that is free then */
  const seasonFor = (guideId: string) => {
    const next = startKinds[guideId]?.season ?? year + 1;
    return free.find((s) => s >= next) ?? next;
  };
  const [crop, setCrop] = useState(first?.guideId ?? crops[0]?.id ?? "");
  const [kind, setKind] = useState(first?.kindId ?? "");
  const [season, setSeason] = useState(() => seasonFor(first?.guideId ?? ""));
  const kinds = crops.find((c) => c.id === crop)?.kinds ?? [];
  const [follows, setFollows] = useState("");
  const [onPart, setOnPart] = useState(false);
  const [part, setPart] = useState("");
  const [areaHa, setAreaHa] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const before = plantings.filter((p) => p.season <= season && p.season >= season - 1);
  const begin = async () => {
    if (onPart && (part.trim() === "" || areaHa === null)) {
      setProblem(`${part.trim() === "" ? "Part: no name" : "Area: nothing"} given; a part has a name and an area.`);
      return;
    }
    const reply = await send("POST /api/plans", {
      body: {
        fieldId: field.id,
        season,
        guideId: crop,
        ...(kind ? { kindId: kind } : {}),
        ...(follows ? { follows } : {}),
        ...(onPart && areaHa !== null ? { part: { name: part.trim(), areaHa } } : {}),
      },
    });
    if (reply.ok) router.push(`/plans/${reply.value.id}`);
    else setProblem(reply.reason);
  };
  return (
    <div className="mt-2 flex flex-wrap items-baseline gap-3">
      Start a plan for season
      <Choice
        label="Season"
        value={String(season)}
        options={seasons.map((s) => ({ value: String(s), label: String(s) }))}
        onChange={(s) => {
          setSeason(Number(s));
          setFollows("");
        }}
      />
      with
      <Choice
        label="Crop"
        value={crop}
        options={crops.map((c) => ({ value: c.id, label: c.name }))}
        onChange={(id) => {
          setCrop(id);
          setKind(startKinds[id]?.kindId ?? "");
          setSeason(seasonFor(id));
        }}
      />
      {kinds.length > 1 && (
        <Choice
          label="Crop type"
          value={kind || (kinds[0]?.id ?? "")}
          options={kinds.map((k) => ({ value: k.id, label: k.name }))}
          onChange={setKind}
        />
      )}
      on
      <Choice
        label="Ground"
        value={onPart ? "part" : "whole"}
        options={[
          { value: "whole", label: "the whole field" },
          { value: "part", label: "a part of it" },
        ]}
        onChange={(v) => setOnPart(v === "part")}
      />
      {onPart && (
        <>
          <label className="flex items-baseline gap-2">
            <span className="text-soft">called</span>
            <input
              className="writes w-[9em] text-left font-normal"
              value={part}
              maxLength={60}
              onChange={(e) => setPart(e.currentTarget.value)}
            />
          </label>
          <WrittenValue
            label="Area of the part"
            text={areaHa === null ? "" : split(areaHa, "area").number}
            suffix={split(1, "area").unit}
            width="3.6em"
            read={read("Area of the part", "area", { above: 0, max: field.areaHa })}
            onValue={setAreaHa}
            onClear={() => setAreaHa(null)}
          />
        </>
      )}
      {before.length > 0 && (
        <>
          after
          <Choice
            label="After"
            value={follows || "none"}
            options={[
              { value: "none", label: "what history holds" },
              ...before.map((p) => ({ value: p.id, label: plantingInWords(p, cropName) })),
            ]}
            onChange={(v) => setFollows(v === "none" ? "" : v)}
          />
        </>
      )}
      <Button look="main" onClick={() => void begin()}>
        Start
      </Button>
      {problem && (
        <p role="alert" className="w-full text-stop">
          {problem}
        </p>
      )}
    </div>
  );
}
