"use client";

import { Button } from "@/ui/button";
import { usePlanModel } from "../plan-context";

/** The head of a line of ways side by side: the chosen one by name, the others to be chosen with one press, and what is to be said of each. */
export function WayHead({
  name,
  chosen,
  note,
  onChoose,
}: {
  name: string;
  chosen: boolean;
  note: string;
  onChoose: () => void;
}) {
  const { editable } = usePlanModel();
  return (
    <th scope="row" className="py-1 text-left font-[inherit]">
      {chosen ? (
        `${name}, chosen`
      ) : editable ? (
        <Button look="quiet" onClick={onChoose}>
          {name}
        </Button>
      ) : (
        name
      )}
      <span className="block text-[12px] font-normal text-soft">{note}</span>
    </th>
  );
}
