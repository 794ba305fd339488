"use client";

import { useEffect, useState } from "react";
import { keptInWords, LOG_EVENT } from "./log-keys";
import { letGo, refusedLogs, type SetAside, sendWaiting, waitingLogs } from "./log-queue";

/** Log entries that have not reached the server yet, sent again when the network is back, and those that it refused. */
export function KeptLogs() {
  const [count, setCount] = useState(0);
  const [refused, setRefused] = useState<SetAside[]>([]);
  useEffect(() => {
    let gone = false;
    const look = async () => {
      const [waiting, aside] = await Promise.all([waitingLogs(), refusedLogs()]);
      if (gone) return;
      setCount(waiting.length);
      setRefused(aside);
    };
    const send = () => void sendWaiting().then(look);
    void look();
    send();
    window.addEventListener("online", send);
    window.addEventListener(LOG_EVENT, look);
    const timer = setInterval(send, 15_000);
    return () => {
      gone = true;
      window.removeEventListener("online", send);
      window.removeEventListener(LOG_EVENT, look);
      clearInterval(timer);
    };
  }, []);
  if (count === 0 && refused.length === 0) return null;
  return (
    <span className="inline-flex flex-wrap items-baseline gap-x-3 font-semibold text-advise">
      {count > 0 && <span role="status">{keptInWords(count)}</span>}
      {refused.map(({ entry, reason }) => (
        <span key={entry.id} role="alert">
          {entry.label}, {"kind" in entry ? entry.day : entry.doneOn}, was not logged: {reason}{" "}
          <button type="button" className="underline underline-offset-2" onClick={() => void letGo(entry.id)}>
            Discard this entry
          </button>
        </span>
      ))}
    </span>
  );
}
