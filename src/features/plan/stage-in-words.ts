import { formatDay } from "@/core/dates";
import type { Plan } from "@/core/sheets/plan";

/** "first node (BBCH 31), 8 April, 1 to 18 April in 8 seasons of 10". */
export function stageInWords(stage: Plan["stages"][number]): string {
  const head = `${stage.name} (BBCH ${stage.bbch})`;
  if (stage.basis === "observed") return `${head}, seen ${formatDay(stage.date)}`;
  if (stage.basis === "days" || stage.early === stage.late)
    return `${head}, about ${formatDay(stage.date)}${stage.basis === "days" ? ", by the guide's days" : ""}`;
  return `${head}, about ${formatDay(stage.date)}, ${formatDay(stage.early)} to ${formatDay(stage.late)} in 8 seasons of 10`;
}
