/** What answers about records, files, people and the audit hold. */

import type { Chosen, KindId, Lists } from "@/core/records/describe";
import type { Mapping, RowProblem } from "@/core/records/import-table";
import type { Licence } from "@/core/records/licence";

/** A record of any kind as it stands. */
export interface RecordRow {
  id: string;
  revision: number;
  retired: boolean;
  /** who changed it last, and when */
  person: string;
  changedAt: string;
  /** links and values, by key */
  values: Record<string, unknown>;
  /** what of it is past a limit that it was stored before, in words; absent where nothing is */
  past?: string[];
}
/** Records of a kind, and what a form of them needs. */
export interface RecordList {
  /** where the practice works, "latitude, longitude": drawing begins there; empty where nobody said */
  near: string;
  rows: RecordRow[];
  /** what each link can lead to, by its key */
  links: Record<string, Chosen[]>;
  lists: Lists;
  mayChange: boolean;
}
/** What came of a change: nothing was altered where somebody else was first, and what stands is told. */
export type RecordChange = { saved: true; revision: number } | { saved: false; stands: RecordRow };
export interface RecordChangeLine {
  at: string;
  person: string;
  action: string;
  /** the leaves that changed, by path; whole where the record is new */
  before: Record<string, unknown> | null;
  after: Record<string, unknown> | null;
}

/** How far a practice has come. */
export interface PracticeSteps {
  /** records in use, by kind */
  counts: Record<KindId, number>;
  plans: number;
  /** plans with an issued version */
  issued: number;
  /** whether some crop has a price */
  priced: boolean;
  /** the field that was changed last */
  field: string | null;
}

export type RoleName = "owner" | "adviser" | "assistant" | "grower";

/** Who belongs to a practice, and who is invited. */
export interface PeopleSheet {
  members: {
    userId: string;
    name: string;
    email: string;
    role: RoleName;
    licence: Licence | null;
    growerId: string | null;
    grower: string | null;
    /** when something was last noted of them; null where nothing is */
    lastSeen: string | null;
  }[];
  invitations: { id: string; name: string; role: RoleName; grower: string | null; by: string; expiresAt: string }[];
  growers: { id: string; name: string }[];
  /** whoever looks */
  self: string;
}
/** What somebody is invited to. */
export interface InvitationSheet {
  practice: string;
  role: RoleName;
  name: string;
  by: string;
}
export interface SessionLine {
  id: string;
  since: string;
  used: string;
  device: string;
  address: string;
  /** the one that looks */
  own: boolean;
}

/** Changes of the practice, the latest first. */
export interface AuditPage {
  lines: {
    id: number;
    at: string;
    person: string;
    entity: string;
    entityId: string;
    action: string;
    before: Record<string, unknown> | null;
    after: Record<string, unknown> | null;
  }[];
  /** where the lines before these begin; null where there are none */
  more: number | null;
}

/** What a file of records is, and what it would do. */
export interface ImportLook {
  kind: KindId;
  /** whether the kind was guessed from the headings */
  guessed: boolean;
  header: string[];
  sample: string[][];
  rows: number;
  notes: string[];
  /** of the file's numbers, and what in the file says so */
  decimal: { mark: "point" | "comma"; why: string };
  /** kinds of which some rows name a record that stands */
  named: { kind: KindId; rows: number }[];
  /** values that new records need and no column says */
  lacking: string[];
  mapping: Mapping;
  added: number;
  changed: number;
  /** as they stand already */
  unchanged: number;
  /** the first of them */
  problems: RowProblem[];
  problemCount: number;
  /** rows in which something is wrong */
  wrongRows: number;
  /** some of what would be added or changed */
  some: {
    line: number;
    title: string;
    values: Record<string, unknown>;
    before?: Record<string, unknown>;
  }[];
  links: Record<string, Chosen[]>;
  lists: Lists;
}
export interface ImportLine {
  id: string;
  kind: KindId;
  fileName: string;
  added: number;
  changed: number;
  unchanged: number;
  person: string;
  at: string;
  undone: boolean;
}
