import { stationRecord } from "@/core/records/land/station";
import { listRows, recordTable } from "./record-table";

export const stationTable = recordTable(
  "station",
  stationRecord,
  { name: "name", latitudeDeg: "latitude_deg", longitudeDeg: "longitude_deg", altitudeM: "altitude_m" },
  listRows("months", "station_normal", "station_id", "month", {
    meanC: "mean_c",
    rainMm: "rain_mm",
    etoMm: "eto_mm",
    tminC: "tmin_c",
    tmaxC: "tmax_c",
    wetDays: "wet_days",
    solarMjPerM2: "solar_mj_per_m2",
    rhMeanPct: "rh_mean_pct",
    windAt2mMs: "wind_ms",
  }),
);
