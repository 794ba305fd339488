import type { BrokenLine } from "@/server/contracts";
import { Link } from "./link";

/** Plans that could not be drafted, above the others that could: what is wrong, and the way to put it right. */
export function BrokenPlans({ lines, linked, advice }: { lines: BrokenLine[]; linked: boolean; advice: string }) {
  if (lines.length === 0) return null;
  return (
    <ul className="mb-2 border border-stop bg-sheet px-3 py-2" aria-label="Plans that cannot be drafted">
      {lines.map(({ planId, field, reason }) => (
        <li key={planId} className="py-0.5">
          {linked ? (
            <Link href={`/plans/${planId}`} className="font-semibold text-action underline underline-offset-2">
              {field}
            </Link>
          ) : (
            <span className="font-semibold">{field}</span>
          )}{" "}
          <span className="text-stop">cannot be drafted as it stands.</span>{" "}
          <span className="break-words">{reason}</span> <span className="text-soft">{advice}</span>
        </li>
      ))}
    </ul>
  );
}
