"use client";

import { useUnits } from "../../../shared/units";
import { DecidedWhole } from "../../inputs/decided-whole";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";
import { Spacing } from "./spacing";

/** Row dug up behind the planter to count its seeds [m]. */
const CHECK_M = 10;

/** Seed set in stations: how far apart, how many to one, how many are left; what it comes to in stations, gaps and seed. */
export function Stations() {
  const { plan } = usePlanModel();
  const { number, show, pieces } = useUnits();
  const seed = plan?.seed;
  if (!seed?.stations) return null;
  const { seedsPerStation, leftPerStation, thinnedPerHa } = seed.stations;
  return (
    <>
      <DecisionLine
        what="Stations"
        value={<Spacing />}
        leads={
          <span>
            <FigureValue id="seed.stations" decimals={0} />, of which <FigureValue id="seed.gaps" decimals={0} /> stay
            empty
          </span>
        }
      />
      <DecisionLine
        what="Seeds a station"
        hint="the best are left when they are thinned"
        value={
          <span className="inline-flex flex-wrap justify-end gap-x-3">
            <DecidedWhole
              path="seed/unitsPerStation"
              label="Seeds a station"
              value={seedsPerStation}
              most={20}
              suffix="sown"
            />
            <DecidedWhole
              path="seed/leftPerStation"
              label="Left a station"
              value={leftPerStation}
              most={20}
              suffix="left"
            />
          </span>
        }
        leads={
          <span>
            <FigureValue id="seed.rate" decimals={1} />
            {seed.inRowSpacingCm !== null && (
              <>
                ; behind the planter {number((CHECK_M * 100 * seedsPerStation) / seed.inRowSpacingCm, 0)} seeds lie in{" "}
                {show(CHECK_M, "distance", 0)} of row
              </>
            )}
            {thinnedPerHa >= 1 && <>; about {pieces(thinnedPerHa, "seedlings")} are pulled</>}
          </span>
        }
      />
    </>
  );
}
