import type { Metadata } from "next";
import { PeopleScreen } from "@/features/people/people-screen";
import { requirePage } from "@/server/access";
import { inPractice } from "@/server/db";
import { loadPeople } from "@/server/people";

export const metadata: Metadata = { title: "People" };

export default async function PeoplePage() {
  const access = await requirePage("people");
  return <PeopleScreen sheet={await inPractice(access, (client) => loadPeople(client, access))} today={access.today} />;
}
