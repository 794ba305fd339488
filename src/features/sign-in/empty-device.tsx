"use client";

import { useEffect, useState } from "react";
import { Button } from "@/ui/button";

const offline = () => import("../offline/keep");

/** What the device keeps of whoever was here before: locked until they are back, and gone when somebody says so. */
export function EmptyDevice() {
  const [keeps, setKeeps] = useState(false);
  const [asked, setAsked] = useState(false);
  useEffect(() => {
    void offline()
      .then((m) => m.keepsAnything())
      .then(setKeeps)
      .catch(() => {});
  }, []);
  if (!keeps) return null;
  return (
    <p className="mt-5 text-[13px] text-soft">
      This device holds pages or entries of a previous user. They are locked until that person signs in again.
      {asked ? (
        <span className="mt-1 flex flex-wrap gap-3">
          <Button
            look="quiet"
            className="text-stop"
            onClick={async () => {
              await offline().then((m) => m.emptyDevice());
              setKeeps(false);
            }}
          >
            Empty it: what was logged or typed here and not sent is lost
          </Button>
          <Button look="quiet" onClick={() => setAsked(false)}>
            Keep it
          </Button>
        </span>
      ) : (
        <span className="block">
          <Button look="quiet" onClick={() => setAsked(true)}>
            Empty this device
          </Button>
        </span>
      )}
    </p>
  );
}
