import type { Metadata } from "next";
import { notFound } from "next/navigation";
import type { Boundary } from "@/core/records/land/boundary-measures";
import { SAMPLING_WAYS, samplingPlan } from "@/core/records/notes/sampling-plan";
import { SamplingScreen } from "@/features/fields/sampling-screen";
import { requirePage } from "@/server/access/access";
import { loadField } from "@/server/land/fields";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "Sampling plan" };

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ way?: string }> };

export default async function SamplingPage({ params, searchParams }: Props) {
  const access = await requirePage();
  const { id } = await params;
  const sheet = await inPractice(access, (client) => loadField(client, access, id));
  if (!sheet) notFound();
  const asked = (await searchParams).way;
  const way = SAMPLING_WAYS.find((w) => w.id === asked) ?? SAMPLING_WAYS[0];
  const boundary = sheet.field.boundary as Boundary | null;
  const plan = samplingPlan({ areaHa: sheet.field.areaHa, boundary, way: way?.id ?? "" });
  return (
    <SamplingScreen
      fieldId={id}
      field={sheet.field}
      ways={SAMPLING_WAYS.map(({ id, name, why }) => ({ id, name, why }))}
      wayId={way?.id ?? ""}
      plan={plan.ok ? plan.value : null}
      refused={plan.ok ? null : plan.errors.map((e) => e.message).join("; ")}
    />
  );
}
