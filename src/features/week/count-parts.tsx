"use client";

/** Parts of the counter that are drawn by themselves, so that a key pressed draws little. */

import { Camera } from "lucide-react";
import { memo, useCallback, useState } from "react";
import { standCount, THIN_STAND } from "@/core/establish/stand-count";
import { lookInWords } from "@/core/guides/scouting";
import type { Look } from "@/core/views/outline";
import { Button } from "@/ui/button";
import { Pick } from "@/ui/pick";
import { useUnits } from "../shared/units";

const KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "0"];

/** A note and photos, drawn only when they change. */
export const Extras = memo(function Extras({
  note,
  onNote,
  photos,
  onTake,
  onLeaveOut,
}: {
  note: string;
  onNote: (note: string) => void;
  photos: string[];
  onTake: (files: File[]) => void;
  onLeaveOut: (place: number) => void;
}) {
  return (
    <>
      <label className="flex items-baseline gap-3">
        <span className="text-soft">Note</span>
        <input
          className="writes w-full text-left font-normal"
          maxLength={2000}
          value={note}
          onChange={(event) => onNote(event.currentTarget.value)}
        />
      </label>
      <div className="flex flex-wrap items-center gap-3">
        <label className="touch inline-flex cursor-pointer items-center gap-2 text-action underline underline-offset-2">
          <Camera size={16} aria-hidden /> Photo
          <input
            type="file"
            accept="image/*"
            capture="environment"
            multiple
            className="sr-only"
            onChange={(event) => {
              onTake([...(event.currentTarget.files ?? [])]);
              event.currentTarget.value = "";
            }}
          />
        </label>
        {photos.map((jpeg, i) => (
          <button
            // biome-ignore lint/suspicious/noArrayIndexKey: photos stand in the order in which they were taken
            key={i}
            type="button"
            aria-label={`Leave out photo ${i + 1}`}
            onClick={() => onLeaveOut(i)}
          >
            {/* biome-ignore lint/performance/noImgElement: a picture of this device, not of the site */}
            <img src={`data:image/jpeg;base64,${jpeg}`} alt="" className="h-12 w-12 border border-line object-cover" />
          </button>
        ))}
      </div>
    </>
  );
});

/** What is counted, and from where on one acts; drawn only when another is chosen. */
export const Chosen = memo(function Chosen({
  looks,
  threat,
  onChoose,
}: {
  looks: Look[];
  threat: Look | undefined;
  onChoose: (id: string) => void;
}) {
  const { number } = useUnits();
  return (
    <>
      <Pick
        aria-label="What is counted"
        value={threat?.id ?? ""}
        options={looks.map((l) => ({ value: l.id, label: l.name }))}
        onChange={(event) => onChoose(event.currentTarget.value)}
      />
      {threat && (
        <p className="text-[13px] text-soft">
          {lookInWords(threat)}.{" "}
          {threat.stand
            ? `Wanted: ${number(threat.stand.wantedPerM2 * threat.stand.sampleM2, 0)} plants at each.`
            : `Act above: ${threat.threshold}.`}
        </p>
      )}
    </>
  );
});

export const ActFrom = memo(function ActFrom({
  limit,
  threatId,
  perM2,
  onLimit,
}: {
  limit: string;
  threatId: string;
  /** as thresholds of plants are said */
  perM2: boolean;
  onLimit: (change: (all: Record<string, string>) => Record<string, string>) => void;
}) {
  return (
    <label className="flex items-baseline gap-3">
      <span className="text-soft">Threshold: mean of</span>
      <input
        aria-label="Threshold"
        className="writes w-20 text-right"
        inputMode="decimal"
        value={limit}
        onChange={(event) => {
          const typed = event.currentTarget.value;
          onLimit((all) => ({ ...all, [threatId]: typed }));
        }}
      />
      {perM2 && <span className="text-soft">/m²</span>}
    </label>
  );
});

/** Plants that stand, by what was counted so far, and whether that says enough. */
export function StandSoFar({ counts, stand }: { counts: number[]; stand: NonNullable<Look["stand"]> }) {
  const { number, show } = useUnits();
  const found = standCount({ counts, quadratM2: stand.sampleM2, seedsPerM2: stand.sownPerM2 });
  if (!found.ok) return null;
  const { plantsPerM2, ci95, establishmentPct } = found.value;
  const decimals = stand.wantedPerM2 < 20 ? 1 : 0;
  const thin = THIN_STAND * stand.wantedPerM2;
  return (
    <>
      {`. ${show(plantsPerM2, "countPerArea", decimals)} stand, ${number(ci95[0], decimals)} to ${number(ci95[1], decimals)} with 95 % confidence: ${number((100 * plantsPerM2) / stand.wantedPerM2, 0)} % of the target, ${number(establishmentPct, 0)} % of what was put there. `}
      {ci95[1] < thin
        ? "Enough: it is thin. The plan says whether to leave it, fill it or sow again."
        : ci95[0] >= thin
          ? "Enough: it stands."
          : "Count more: it may be thin or not."}
    </>
  );
}

/** The count of the place where one stands, with keys to press blindly; what is pressed is drawn here alone. */
export const CountPad = memo(function CountPad({
  place,
  onNext,
  onTakeBack,
}: {
  place: number;
  onNext: (count: number) => void;
  onTakeBack: () => void;
}) {
  const [here, setHere] = useState("");
  const press = useCallback((key: string) => setHere((h) => (h === "0" ? key : `${h}${key}`).slice(0, 6)), []);
  return (
    <>
      <p className="h-12 text-center font-title text-3xl [contain:layout_paint_style]" aria-live="polite">
        <span className="sr-only">Place {place}: </span>
        {here === "" ? "0" : here}
      </p>
      <Keys onPress={press} />
      <div className="grid grid-cols-2 gap-2">
        <Button className="min-h-12" onClick={() => (here === "" ? onTakeBack() : setHere((h) => h.slice(0, -1)))}>
          {here === "" ? "Take the last place back" : "Delete"}
        </Button>
        <Button
          look="main"
          className="min-h-12"
          onClick={() => {
            onNext(Number(here === "" ? 0 : here));
            setHere("");
          }}
        >
          Next place
        </Button>
      </div>
    </>
  );
});

const Keys = memo(function Keys({ onPress }: { onPress: (key: string) => void }) {
  return (
    <div className="grid grid-cols-5 gap-2">
      {KEYS.map((key) => (
        <button
          key={key}
          type="button"
          className="touch min-h-12 rounded-field border border-line bg-sheet text-xl font-semibold active:bg-selected"
          onClick={() => onPress(key)}
        >
          {key}
        </button>
      ))}
    </div>
  );
});
