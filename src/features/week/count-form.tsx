"use client";

import { ListPlus } from "lucide-react";
import { useMemo, useState } from "react";
import { scoutDecision } from "@/core/protect/scout-decision";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Pick } from "@/ui/pick";
import { newId } from "../shared/new-id";
import { useUnits } from "../shared/units";
import { sendLog } from "./log-queue";

interface Countable {
  id: string;
  name: string;
  number: number;
  unit: string;
  threshold: string;
}

const KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "0"];
const VERDICTS = {
  act: "Enough: it is over the threshold. Decide what to do.",
  wait: "Enough: it is under the threshold. Wait, and look again.",
} as const;

/** Counts place by place with big keys; mean and interval grow as one walks, and it says when it is enough. */
export function CountForm({
  planId,
  field,
  looks,
  today,
  onCounted,
}: {
  planId: string;
  field: string;
  looks: Countable[];
  today: string;
  onCounted: () => void;
}) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        <ListPlus size={14} aria-hidden /> Count
      </Button>
      {open && (
        <Dialog open onOpenChange={setOpen} title="Count" description={field}>
          <Counter
            planId={planId}
            field={field}
            looks={looks}
            today={today}
            onDone={() => {
              setOpen(false);
              onCounted();
            }}
          />
        </Dialog>
      )}
    </>
  );
}

function Counter({
  planId,
  field,
  looks,
  today,
  onDone,
}: {
  planId: string;
  field: string;
  looks: Countable[];
  today: string;
  onDone: () => void;
}) {
  const { number, read } = useUnits();
  const [threatId, setThreatId] = useState(looks[0]?.id ?? "");
  const [counts, setCounts] = useState<number[]>([]);
  const [here, setHere] = useState("");
  const [limit, setLimit] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const [kept, setKept] = useState<string | null>(null);
  const threat = looks.find((l) => l.id === threatId);
  const typed = limit.trim() === "" ? null : read("Act from", "count", { min: 0, max: 1_000_000 })(limit);
  const threshold = typed?.ok ? typed.value : null;
  const found = useMemo(
    () => (threshold !== null && counts.length > 1 ? scoutDecision({ counts, threshold }) : null),
    [counts, threshold],
  );
  const mean = counts.length > 0 ? counts.reduce((a, b) => a + b, 0) / counts.length : null;
  const press = (key: string) => setHere((h) => (h === "0" ? key : `${h}${key}`).slice(0, 6));
  const next = () => {
    setCounts((list) => [...list, Number(here === "" ? 0 : here)]);
    setHere("");
  };
  const save = async () => {
    if (typed && !typed.ok) {
      setProblem(typed.message);
      return;
    }
    const answer = await sendLog({
      kind: "scout",
      id: newId(),
      planId,
      threatId,
      day: today,
      counts,
      threshold,
      note: "",
      label: `${threat?.name ?? threatId}, ${field}`,
    });
    if (answer.kind === "refused") setProblem(answer.reason);
    else if (answer.kind === "kept") setKept(`Kept on this device for ${field}: sent when the network is back.`);
    else onDone();
  };
  if (kept)
    return (
      <div className="grid gap-3">
        <p role="status">{kept}</p>
        <Button look="main" onClick={onDone}>
          Close
        </Button>
      </div>
    );
  return (
    <div className="grid gap-3">
      <Pick
        aria-label="What is counted"
        value={threatId}
        options={looks.map((l) => ({ value: l.id, label: l.name }))}
        onChange={(event) => {
          setThreatId(event.currentTarget.value);
          setCounts([]);
        }}
      />
      {threat && (
        <p className="text-[13px] text-soft">
          {threat.number} {threat.unit}. Act above: {threat.threshold}.
        </p>
      )}
      <label className="flex items-baseline gap-3">
        <span className="text-soft">Act from a mean of</span>
        <input
          aria-label="Act from"
          className="writes w-20 text-right"
          inputMode="decimal"
          value={limit}
          onChange={(event) => setLimit(event.currentTarget.value)}
        />
      </label>
      <p className="text-center font-title text-3xl" aria-live="polite">
        <span className="sr-only">Place {counts.length + 1}: </span>
        {here === "" ? "0" : here}
      </p>
      <div className="grid grid-cols-5 gap-2">
        {KEYS.map((key) => (
          <button
            key={key}
            type="button"
            className="touch min-h-12 rounded-field border border-line bg-sheet text-xl font-semibold active:bg-selected"
            onClick={() => press(key)}
          >
            {key}
          </button>
        ))}
      </div>
      <div className="grid grid-cols-2 gap-2">
        <Button
          className="min-h-12"
          onClick={() => (here === "" ? setCounts((list) => list.slice(0, -1)) : setHere((h) => h.slice(0, -1)))}
        >
          {here === "" ? "Take the last place back" : "Delete"}
        </Button>
        <Button look="main" className="min-h-12" onClick={next}>
          Next place
        </Button>
      </div>
      <p role="status">
        {counts.length} {counts.length === 1 ? "place" : "places"}
        {mean !== null && `, mean ${number(mean, 1)}`}
        {found?.ok && `, ${number(found.value.ci[0], 1)} to ${number(found.value.ci[1], 1)} with 95 % confidence. `}
        {found?.ok &&
          (found.value.decision === "count more"
            ? found.value.moreCounts === null
              ? "The mean lies on the threshold: no number of counts settles it."
              : `About ${found.value.moreCounts} more would settle it.`
            : VERDICTS[found.value.decision])}
      </p>
      {counts.length > 0 && <p className="text-[13px] text-soft">{counts.join(", ")}</p>}
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      <Button disabled={counts.length === 0} onClick={() => void save()}>
        Keep these counts
      </Button>
    </div>
  );
}
