import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { type KindId, linksOf } from "@/core/records/describe";
import { isKind, RECORD_KINDS } from "@/core/records/kinds";
import { RecordsScreen } from "@/features/records/records-screen";
import { VarietyTables } from "@/features/records/variety-tables";
import { requirePage } from "@/server/access/access";
import { practiceSteps } from "@/server/land/steps";
import { recordList } from "@/server/records/keep-records";
import { varietyTables } from "@/server/records/variety-tables";
import { inPractice } from "@/server/storage/db";

/** Kinds whose records are compared beneath their list. */
const COMPARED: KindId[] = ["varieties", "variety-trials"];

type Props = { params: Promise<{ kind: string }>; searchParams: Promise<Record<string, string | undefined>> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { kind } = await params;
  return { title: isKind(kind) ? RECORD_KINDS[kind].many : "Records" };
}

export default async function RecordsPage({ params, searchParams }: Props) {
  const access = await requirePage();
  const { kind } = await params;
  if (!isKind(kind)) notFound();
  const { add, ...asked } = await searchParams;
  // a link may say to which record a new one belongs
  const given = Object.fromEntries(
    linksOf(RECORD_KINDS[kind]).flatMap(({ key }) => (asked[key] ? [[key, asked[key]]] : [])),
  );
  const { list, tables, steps } = await inPractice(access, async (client) => ({
    list: await recordList(client, access, kind),
    steps: add === undefined ? null : await practiceSteps(client, access),
    tables: COMPARED.includes(kind) ? await varietyTables(client, access) : [],
  }));
  return (
    <>
      <RecordsScreen
        kindId={kind}
        list={list}
        today={access.today}
        adding={add !== undefined}
        given={given}
        steps={steps}
      />
      <VarietyTables tables={tables} />
    </>
  );
}
