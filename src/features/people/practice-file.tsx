"use client";

import { Download } from "lucide-react";
import { useRouter } from "next/navigation";
import { type ChangeEvent, useState } from "react";
import { Link } from "../shared/link";

/** The practice as one file: taken out, and read back into an empty one. */
export function PracticeFile() {
  const router = useRouter();
  const [said, setSaid] = useState<{ good: boolean; text: string } | null>(null);
  const read = async (event: ChangeEvent<HTMLInputElement>) => {
    const [file] = event.currentTarget.files ?? [];
    event.currentTarget.value = "";
    if (!file) return;
    setSaid({ good: true, text: `Reading ${file.name} …` });
    const response = await fetch("/api/practice/file", {
      method: "POST",
      headers: { "content-type": "application/zip" },
      body: file,
    }).catch(() => null);
    const answer = (await response?.json().catch(() => null)) as {
      error?: string;
      rows?: Record<string, number>;
      changed?: string[];
      elsewhere?: number;
    } | null;
    if (response?.ok && answer?.rows) {
      const { field = 0, plan = 0 } = answer.rows;
      const { changed = [], elsewhere = 0 } = answer;
      setSaid({
        good: true,
        text: [
          `${file.name} is read: ${field} fields, ${plan} plans.`,
          ...(changed.length > 0 ? [`Changed since it was taken out here: ${changed.join(", ")}.`] : []),
          ...(elsewhere > 0
            ? [
                `${elsewhere} signatures and issued versions were made elsewhere, and count as that: sign and issue anew what shall be done.`,
              ]
            : []),
        ].join(" "),
      });
      router.refresh();
    } else setSaid({ good: false, text: answer?.error ?? "The server does not answer; nothing was read." });
  };
  return (
    <section className="mt-6" aria-label="The practice as a file">
      <h2 className="border-b border-line pb-1 text-lg">The practice as a file</h2>
      <p className="mt-2">
        <a
          href="/api/practice/file"
          download
          className="touch inline-flex items-center gap-1.5 text-action underline underline-offset-2"
        >
          <Download size={14} aria-hidden /> Take the whole practice out
        </a>
        <span className="block text-[13px] text-soft">
          one ZIP of open tables with a README; accounts and calendar addresses stay here
        </span>
      </p>
      <p className="mt-3">
        <label>
          Read such a file into this practice, while it is empty:{" "}
          <input
            type="file"
            className="max-w-full"
            accept=".zip,application/zip"
            onChange={(event) => void read(event)}
          />
        </label>
      </p>
      {said && (
        <p role={said.good ? "status" : "alert"} className={said.good ? "" : "text-stop"}>
          {said.text}
        </p>
      )}
      <p className="mt-3">
        <Link href="/audit" className="text-action underline underline-offset-2">
          Audit: who changed what
        </Link>
      </p>
    </section>
  );
}
