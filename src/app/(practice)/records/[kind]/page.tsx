import type { Metadata } from "next";
import { notFound } from "next/navigation";
import type { KindId } from "@/core/records/describe";
import { isKind, RECORD_KINDS } from "@/core/records/kinds";
import { RecordsScreen } from "@/features/records/records-screen";
import { VarietyTables } from "@/features/records/variety-tables";
import { requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { recordList } from "@/server/records/keep-records";
import { varietyTables } from "@/server/records/variety-tables";

/** Kinds whose records are compared beneath their list. */
const COMPARED: KindId[] = ["varieties", "variety-trials"];

type Props = { params: Promise<{ kind: string }>; searchParams: Promise<{ add?: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { kind } = await params;
  return { title: isKind(kind) ? RECORD_KINDS[kind].many : "Records" };
}

export default async function RecordsPage({ params, searchParams }: Props) {
  const access = await requirePage();
  const { kind } = await params;
  if (!isKind(kind)) notFound();
  const { list, tables } = await inPractice(access, async (client) => ({
    list: await recordList(client, access, kind),
    tables: COMPARED.includes(kind) ? await varietyTables(client, access) : [],
  }));
  return (
    <>
      <RecordsScreen kindId={kind} list={list} today={access.today} adding={(await searchParams).add !== undefined} />
      <VarietyTables tables={tables} />
    </>
  );
}
