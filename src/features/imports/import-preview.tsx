"use client";

import { RECORD_KINDS } from "@/core/records/kinds";
import type { ImportLook } from "@/server/contracts";
import { differences, useValueWords } from "../records/value-words";

/** What a file would do: how many of what, what is wrong by line, and some of its rows as they would be. */
export function ImportPreview({ look }: { look: ImportLook }) {
  const kind = RECORD_KINDS[look.kind];
  const words = useValueWords(look);
  const shown = kind.fields.filter((f) => f.listed);
  return (
    <section aria-label="What it would do" className="mt-4">
      <p className="font-semibold">
        {look.added} to add, {look.changed} to change, {look.unchanged} as they stand, {look.problemCount} not right
      </p>
      {look.problems.length > 0 && (
        <div className="mt-2 max-h-64 overflow-auto border border-stop bg-sheet">
          <table className="w-full border-collapse text-[13px]">
            <thead>
              <tr className="text-left text-soft">
                <th className="px-3 py-1 font-normal">Line</th>
                <th className="px-3 font-normal">Column</th>
                <th className="px-3 font-normal">What is wrong</th>
              </tr>
            </thead>
            <tbody>
              {look.problems.map((p) => (
                <tr key={`${p.line} ${p.column} ${p.message}`} className="border-t border-line">
                  <td className="px-3 py-1">{p.line}</td>
                  <td className="px-3">{p.column}</td>
                  <td className="px-3">{p.message}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {look.problemCount > look.problems.length && (
            <p className="px-3 py-1 text-soft">and {look.problemCount - look.problems.length} more</p>
          )}
        </div>
      )}
      {look.some.length > 0 && (
        <div className="mt-3 overflow-x-auto">
          <table className="w-full border-collapse text-[13px]">
            <thead>
              <tr className="text-left text-soft">
                <th className="pr-3 font-normal">Line</th>
                <th className="pr-3 font-normal">would be</th>
                {shown.map((f) => (
                  <th key={f.key} className="pr-3 font-normal">
                    {f.label}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {look.some.map((row) => {
                const changed = new Set(row.before ? differences(kind, row.before, row.values).map((d) => d.key) : []);
                return (
                  <tr key={row.line} className="border-t border-line">
                    <td className="py-1 pr-3">{row.line}</td>
                    <td className="pr-3">{row.before ? "changed" : "added"}</td>
                    {shown.map((f) => (
                      <td key={f.key} className={`pr-3 ${changed.has(f.key) ? "font-bold" : ""}`}>
                        {changed.has(f.key) && (
                          <s className="font-normal text-soft">{words(f, row.before?.[f.key]) || "nothing"} </s>
                        )}
                        {words(f, row.values[f.key])}
                      </td>
                    ))}
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
