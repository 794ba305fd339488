"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { RECORD_KINDS } from "@/core/records/kinds";
import type { ImportLine } from "@/server/contracts";
import { Button } from "@/ui/button";
import { send } from "../shared/send";

/** Files that were taken in, each to be taken back whole. */
export function Imports({ imports, onDone }: { imports: ImportLine[]; onDone: (said: string) => void }) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<string | null>(null);
  if (imports.length === 0) return null;
  const undo = async (line: ImportLine) => {
    const reply = await send("DELETE /api/imports", { query: { id: line.id } });
    setTrouble(reply.ok ? null : reply.reason);
    if (reply.ok) onDone(`${line.fileName} is taken back: what it added is retired, what it changed is as before.`);
    router.refresh();
  };
  return (
    <section className="mt-8">
      <h2 className="border-b border-line pb-1 text-lg">Taken in before</h2>
      {trouble && (
        <p role="alert" className="text-stop">
          {trouble}
        </p>
      )}
      <ul>
        {imports.map((line) => (
          <li key={line.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-line py-1">
            <b>{line.fileName}</b>
            <span>
              {RECORD_KINDS[line.kind].many}: {line.added} added, {line.changed} changed
            </span>
            <span className="text-[13px] text-soft">
              {line.at}, {line.person}
            </span>
            {line.undone ? (
              <span className="ml-auto text-soft">taken back</span>
            ) : (
              <Button look="quiet" className="ml-auto" onClick={() => void undo(line)}>
                Undo this import
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
