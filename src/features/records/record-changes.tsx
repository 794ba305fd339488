"use client";

import { useEffect, useState } from "react";
import { RECORD_KINDS } from "@/core/records/kinds";
import type { KindId, RecordChangeLine, RecordList } from "@/server/contracts";
import { Disclosure } from "@/ui/disclosure";
import { send } from "../shared/send";
import { useValueWords } from "./value-words";

interface Of {
  kindId: KindId;
  id: string;
  list: RecordList;
}

/** Who changed a record, when, and from what to what; fetched when it is opened. */
export function RecordChanges(of: Of) {
  return (
    <Disclosure summary="Who changed it" first={false} className="mt-3 text-soft">
      <ChangesOf {...of} />
    </Disclosure>
  );
}

function ChangesOf({ kindId, id, list }: Of) {
  const [changes, setChanges] = useState<RecordChangeLine[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const words = useValueWords(list);
  const { fields } = RECORD_KINDS[kindId];
  useEffect(() => {
    void send("GET /api/records/{kind}/{id}", { path: { kind: kindId, id } }).then((reply) =>
      reply.ok ? setChanges(reply.value.changes) : setTrouble(reply.reason),
    );
  }, [kindId, id]);
  const inWords = (path: string, leaf: unknown) => {
    const [key = "", inner] = path.split("/");
    const field = fields.find((f) => f.key === key);
    if (!field) return { label: key, text: String(leaf ?? "") };
    if (inner && field.input === "amounts")
      return {
        label: `${field.label}, ${field.keys.find((k) => k.key === inner)?.label ?? inner}`,
        text: leaf === undefined ? "" : String(leaf),
      };
    return { label: field.label, text: words(field, leaf) };
  };
  return (
    <>
      {trouble && (
        <p role="alert" className="text-stop">
          {trouble}
        </p>
      )}
      {changes?.length === 0 && <p className="text-soft">Nobody since it was loaded.</p>}
      <ul>
        {changes?.map((line) => (
          <li key={`${line.at} ${line.person} ${line.action}`} className="border-t border-line py-1">
            <b>{line.person}</b> {line.action} it, {line.at}
            {line.before && line.after && (
              <ul className="pl-4 text-[13px]">
                {[...new Set([...Object.keys(line.before), ...Object.keys(line.after)])].map((path) => {
                  const from = inWords(path, line.before?.[path]);
                  const to = inWords(path, line.after?.[path]);
                  return (
                    <li key={path}>
                      {from.label}: {from.text || "nothing"} → {to.text || "nothing"}
                    </li>
                  );
                })}
              </ul>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}
