/** Simulates the window of a harvest away from the page. */

import type { HarvestSeasons } from "@/core/harvest/harvest-seasons";
import { type HarvestWindowQuestion, harvestWindowOf } from "@/core/sheets/varied/harvest-window";
import { answering } from "./answering";

answering<HarvestWindowQuestion, HarvestSeasons | null>(harvestWindowOf);
