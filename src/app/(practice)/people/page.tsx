import type { Metadata } from "next";
import { PeopleScreen } from "@/features/people/people-screen";
import { requirePage } from "@/server/access/access";
import { loadPeople } from "@/server/access/people";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "People" };

export default async function PeoplePage() {
  const access = await requirePage("people");
  return <PeopleScreen sheet={await inPractice(access, (client) => loadPeople(client, access))} today={access.today} />;
}
