"use client";

import dynamic from "next/dynamic";
import { useEffect, useState } from "react";
import type { Values } from "@/core/records/values";
import type { KindId, RecordList } from "@/server/contracts";
import { send } from "../shared/send";

const RecordDialog = dynamic(() => import("./record-dialog").then((m) => m.RecordDialog), { ssr: false });

/** The form of one record from any page: fetched when it is opened. `id` null adds one, with what is `given` of it. */
export function RecordEditor({
  kindId,
  id,
  given = {},
  today,
  onSaved,
  onClose,
}: {
  kindId: KindId;
  id: string | null;
  given?: Values;
  today: string;
  onSaved: (id: string) => void;
  onClose: () => void;
}) {
  const [list, setList] = useState<RecordList | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    const nothing = "00000000-0000-0000-0000-000000000000";
    void send("GET /api/records/{kind}", { path: { kind: kindId }, query: { id: id ?? nothing } }).then((reply) =>
      reply.ok ? setList(reply.value) : setTrouble(reply.reason),
    );
  }, [kindId, id]);
  if (trouble)
    return (
      <p role="alert" className="text-stop">
        {trouble}
      </p>
    );
  const row = list?.rows[0] ?? null;
  if (!list || (id !== null && !row)) return null;
  return (
    <RecordDialog
      kindId={kindId}
      row={row}
      list={list}
      given={given}
      today={today}
      onSaved={(saved) => onSaved(saved.id)}
      onClose={onClose}
    />
  );
}
