/** Two made-up stations for tests and benchmarks: the demo's upland plain and its delta. */

import type { Climate } from "./climate";

type Row = [
  meanC: number,
  rainMm: number,
  etoMm: number,
  tminC: number,
  tmaxC: number,
  wetDays: number,
  solarMjPerM2: number,
  rhMeanPct: number,
  windAt2mMs: number,
];
const months = (rows: Row[]) =>
  rows.map(([meanC, rainMm, etoMm, tminC, tmaxC, wetDays, solarMjPerM2, rhMeanPct, windAt2mMs]) => ({
    meanC,
    rainMm,
    etoMm,
    tminC,
    tmaxC,
    wetDays,
    solarMjPerM2,
    rhMeanPct,
    windAt2mMs,
  }));

export const UPLAND_PLAIN: Climate = {
  station: "Upland plain",
  latitudeDeg: 47.02,
  altitudeM: 310,
  months: months([
    [-1.4, 38, 14, -4.4, 1.6, 9, 4.2, 84, 2.4],
    [0.4, 34, 22, -3.2, 4.0, 8, 7.1, 79, 2.5],
    [5, 40, 48, 0.2, 9.8, 9, 11.4, 71, 2.8],
    [9.9, 52, 76, 4.2, 15.6, 10, 15.8, 66, 2.6],
    [14.6, 74, 106, 8.6, 20.6, 12, 19.4, 68, 2.2],
    [18, 76, 124, 11.9, 24.1, 12, 21.4, 68, 2.0],
    [20, 58, 138, 13.5, 26.5, 9, 21.9, 65, 1.9],
    [19.5, 54, 120, 13.1, 25.9, 8, 18.8, 68, 1.8],
    [15, 56, 76, 9.4, 20.6, 8, 13.9, 74, 1.9],
    [9.8, 56, 42, 5.2, 14.4, 9, 8.6, 80, 2.0],
    [4.4, 54, 20, 1.4, 7.4, 11, 4.7, 85, 2.2],
    [0.1, 48, 12, -2.6, 2.8, 10, 3.4, 87, 2.3],
  ]),
};

export const DELTA: Climate = {
  station: "Delta",
  latitudeDeg: 14.05,
  altitudeM: 12,
  months: months([
    [24.6, 6, 118, 18.8, 30.4, 1, 17.6, 66, 1.5],
    [26.2, 5, 128, 20.2, 32.2, 1, 19.6, 63, 1.7],
    [28.6, 8, 162, 22.8, 34.4, 1, 21.4, 61, 1.9],
    [30.2, 22, 172, 25.0, 35.4, 2, 22.0, 63, 2.1],
    [30.4, 58, 168, 25.8, 35.0, 5, 20.4, 69, 2.2],
    [28.8, 172, 138, 25.0, 32.6, 13, 17.0, 79, 2.1],
    [27.9, 236, 124, 24.4, 31.4, 17, 15.6, 84, 1.9],
    [27.7, 248, 120, 24.3, 31.1, 17, 15.4, 85, 1.8],
    [27.9, 222, 118, 24.2, 31.6, 15, 16.0, 84, 1.5],
    [27.6, 132, 120, 23.6, 31.6, 10, 16.6, 80, 1.3],
    [26.2, 32, 112, 21.6, 30.8, 3, 16.6, 74, 1.4],
    [24.8, 9, 110, 19.4, 30.2, 1, 16.4, 69, 1.5],
  ]),
};
