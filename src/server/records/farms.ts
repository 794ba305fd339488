import { type FarmRecord, farmRecord } from "@/core/records/land/farm";
import type { Client } from "../storage/db";
import { recordTable } from "./record-table";

export const farmTable = recordTable("farm", farmRecord, {
  name: "name",
  zone: "zone",
  handWork: "hand_work",
  contractor: "contractor",
  labourPerH: "labour_per_h",
  tractors: "tractors",
  harvesters: "harvesters",
  hands: "hands",
  machines: "machines",
  dayHours: "day_hours",
  dryerTPerH: "dryer_t_per_h",
});

export const insertFarm = (
  client: Client,
  practiceId: string,
  ids: { id: string; growerId: string; stationId: string | null },
  farm: FarmRecord,
): Promise<void> =>
  farmTable.insert(
    client,
    { practice_id: practiceId, id: ids.id, grower_id: ids.growerId, station_id: ids.stationId },
    farm,
  );
