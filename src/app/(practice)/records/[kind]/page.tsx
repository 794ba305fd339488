import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { isKind, RECORD_KINDS } from "@/core/records/kinds";
import { RecordsScreen } from "@/features/records/records-screen";
import { requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { recordList } from "@/server/records/keep-records";

type Props = { params: Promise<{ kind: string }>; searchParams: Promise<{ add?: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { kind } = await params;
  return { title: isKind(kind) ? RECORD_KINDS[kind].many : "Records" };
}

export default async function RecordsPage({ params, searchParams }: Props) {
  const access = await requirePage();
  const { kind } = await params;
  if (!isKind(kind)) notFound();
  const list = await inPractice(access, (client) => recordList(client, access, kind));
  return (
    <RecordsScreen kindId={kind} list={list} today={access.today} adding={(await searchParams).add !== undefined} />
  );
}
