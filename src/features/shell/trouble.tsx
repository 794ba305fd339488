"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { Button } from "@/ui/button";

/** A page that could not be shown: says what does not answer, and shows the page by itself when it does again. */
export function Trouble({ reset }: { reset: () => void }) {
  const [state, setState] = useState<"asking" | "database" | "server" | "page">("asking");
  const router = useRouter();
  useEffect(() => {
    let failed = false;
    const ask = async () => {
      try {
        const response = await fetch("/api/health", { cache: "no-store" });
        if (response.ok) {
          if (failed) {
            window.location.reload();
            return;
          }
          setState("page");
        } else {
          failed = true;
          setState("database");
        }
      } catch {
        failed = true;
        setState("server");
      }
    };
    void ask();
    const timer = setInterval(ask, 2500);
    return () => clearInterval(timer);
  }, []);
  const text = {
    asking: ["One moment", "Looking for what is wrong."],
    database: [
      "The database does not answer",
      "Nothing is lost: what you typed is kept on this device. This page comes back by itself as soon as the database answers. Whoever runs Wheatonomy can start it again with ./start.",
    ],
    server: [
      "The server does not answer",
      "Nothing is lost: what you typed is kept on this device. This page comes back by itself as soon as the server answers.",
    ],
    page: ["This page could not be shown", "The reason stands in the server's log. The rest of the application works."],
  }[state];
  return (
    <div className="mx-auto max-w-xl p-10" role="alert">
      <h1 className="text-2xl">{text[0]}</h1>
      <p className="mt-2">{text[1]}</p>
      <p className="mt-4">
        <Button
          onClick={() => {
            router.refresh();
            reset();
          }}
        >
          Try again
        </Button>
      </p>
    </div>
  );
}
