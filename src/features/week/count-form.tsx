"use client";

import { ListPlus } from "lucide-react";
import { useCallback, useMemo, useState } from "react";
import { byGround } from "@/core/guides/scouting";
import { scoutDecision } from "@/core/protect/scout-decision";
import type { Look } from "@/core/views/outline";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { newId } from "../shared/new-id";
import { useUnits } from "../shared/units";
import { ActFrom, Chosen, CountPad, Extras, StandSoFar } from "./count-parts";
import { type OutgoingPhoto, type OutgoingVisit, sendLog } from "./log-queue";
import { smallPhoto } from "./small-photo";
import { WalkMap } from "./walk-map";

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
  looks: Look[];
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

const NONE: number[] = [];
const MOST_PHOTOS = 6;
/** Counts of a hundred plants are made at a tenth of the places. */
const MOST_MAPPED = 30;

function Counter({
  planId,
  field,
  looks,
  today,
  onDone,
}: {
  planId: string;
  field: string;
  looks: Look[];
  today: string;
  onDone: () => void;
}) {
  const { number, read } = useUnits();
  const [threatId, setThreatId] = useState(looks[0]?.id ?? "");
  // one walk may look for several: what was counted of each stays while one counts another
  const [countsOf, setCountsOf] = useState<Record<string, number[]>>({});
  const [limitOf, setLimitOf] = useState<Record<string, string>>({});
  const counts = countsOf[threatId] ?? NONE;
  const limit = limitOf[threatId] ?? "";
  const [problem, setProblem] = useState<string | null>(null);
  const [note, setNote] = useState("");
  const [photos, setPhotos] = useState<string[]>([]);
  const onTake = useCallback(async (files: File[]) => {
    for (const file of files) {
      const small = await smallPhoto(file);
      if (small) setPhotos((list) => (list.length < MOST_PHOTOS ? [...list, small] : list));
      else setProblem(`Photo: ${file.name} given, allowed is a picture that this browser can read`);
    }
  }, []);
  const onLeaveOut = useCallback((place: number) => setPhotos((list) => list.filter((_, at) => at !== place)), []);
  const [kept, setKept] = useState<string | null>(null);
  const threat = looks.find((l) => l.id === threatId);
  const readLimit = (text: string) =>
    text.trim() === "" ? null : read("Threshold", "count", { min: 0, max: 1_000_000 })(text);
  const typed = readLimit(limit);
  // as the threshold is said: by the square metre where places are of a known size
  const perPlace = (value: number, look: Look | undefined) => value * (look?.placeM2 ?? 1);
  const threshold = typed?.ok ? perPlace(typed.value, threat) : null;
  const found = useMemo(
    () => (threshold !== null && counts.length > 1 ? scoutDecision({ counts, threshold }) : null),
    [counts, threshold],
  );
  const mean = counts.length > 0 ? counts.reduce((a, b) => a + b, 0) / counts.length : null;
  // the same as long as one threat is counted, so that the keys need not be drawn again
  const onNext = useCallback(
    (count: number) => setCountsOf((all) => ({ ...all, [threatId]: [...(all[threatId] ?? NONE), count] })),
    [threatId],
  );
  const onTakeBack = useCallback(
    () => setCountsOf((all) => ({ ...all, [threatId]: (all[threatId] ?? NONE).slice(0, -1) })),
    [threatId],
  );
  const save = async () => {
    const visits: OutgoingVisit[] = [];
    for (const look of looks) {
      const own = countsOf[look.id] ?? NONE;
      if (own.length === 0) continue;
      const read = readLimit(limitOf[look.id] ?? "");
      if (read && !read.ok) {
        setThreatId(look.id);
        setProblem(read.message);
        return;
      }
      visits.push({
        kind: "scout",
        id: newId(),
        planId,
        threatId: look.id,
        day: today,
        counts: own,
        threshold: read?.ok ? perPlace(read.value, look) : null,
        note: note.trim(),
        label: `${look.name}, ${field}`,
      });
    }
    let away = false;
    // photos go with the first of what was looked at
    const [first] = visits;
    for (const visit of visits) {
      const answer = await sendLog(visit);
      if (answer.kind === "refused") {
        setProblem(`${visit.label}: ${answer.reason}`);
        return;
      }
      // what has gone is not sent again with the rest
      setCountsOf((all) => ({ ...all, [visit.threatId]: NONE }));
      away ||= answer.kind === "kept";
    }
    for (const jpeg of first ? photos : []) {
      const photo: OutgoingPhoto = {
        kind: "photo",
        id: newId(),
        visitId: (first as OutgoingVisit).id,
        jpeg,
        day: today,
        label: `Photo, ${field}`,
      };
      const answer = await sendLog(photo);
      if (answer.kind === "refused") {
        setProblem(`${photo.label}: ${answer.reason}`);
        return;
      }
      setPhotos((list) => list.filter((p) => p !== jpeg));
      away ||= answer.kind === "kept";
    }
    if (away) setKept(`Kept on this device for ${field}: sent when the network is back.`);
    else onDone();
  };
  const counted = looks.filter((l) => (countsOf[l.id]?.length ?? 0) > 0);
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
      <Chosen looks={looks} threat={threat} onChoose={setThreatId} />
      {threat && <WalkMap planId={planId} places={Math.min(threat.number, MOST_MAPPED)} at={counts.length} />}
      {!threat?.stand && (
        <ActFrom limit={limit} threatId={threatId} perM2={threat?.placeM2 !== undefined} onLimit={setLimitOf} />
      )}
      <CountPad key={threatId} place={counts.length + 1} onNext={onNext} onTakeBack={onTakeBack} />
      <p role="status">
        {counts.length} {counts.length === 1 ? "place" : "places"}
        {mean !== null && `, mean ${number(mean, 1)}`}
        {mean !== null && threat?.placeM2 && `, ${number(byGround(mean, threat.placeM2), 1)}/m²`}
        {found?.ok &&
          `, ${number(byGround(found.value.ci[0], threat?.placeM2), 1)} to ${number(byGround(found.value.ci[1], threat?.placeM2), 1)}${threat?.placeM2 ? "/m²" : ""} with 95 % confidence. `}
        {found?.ok &&
          (found.value.decision === "count more"
            ? found.value.moreCounts === null
              ? "The mean lies on the threshold: no number of counts settles it."
              : `About ${found.value.moreCounts} more would settle it.`
            : VERDICTS[found.value.decision])}
        {threat?.stand && counts.length > 1 && <StandSoFar counts={counts} stand={threat.stand} />}
      </p>
      {counts.length > 0 && <p className="text-[13px] text-soft">{counts.join(", ")}</p>}
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      <Extras note={note} onNote={setNote} photos={photos} onTake={onTake} onLeaveOut={onLeaveOut} />
      {photos.length > 0 && counted.length === 0 && (
        <p className="text-[13px] text-soft">A photo goes with a count: note at least one place, 0 where nothing is.</p>
      )}
      {counted.length > 1 && (
        <p className="text-[13px] text-soft">
          Counted on this walk: {counted.map((l) => l.name.toLowerCase()).join(", ")}.
        </p>
      )}
      <Button disabled={counted.length === 0} onClick={() => void save()}>
        Keep these counts
      </Button>
    </div>
  );
}
