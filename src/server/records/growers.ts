import { growerRecord } from "@/core/records/land/grower";
import { recordTable } from "./record-table";

export const growerTable = recordTable("grower", growerRecord, { name: "name", unitSet: "unit_set" });
