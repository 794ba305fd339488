/** Where things are: every page, and for what people look for the place that answers it, or what does so instead. */

import { RECORD_KINDS } from "@/core/records/kinds";
import type { SheetId } from "@/core/sheet-ids";

/** A page, or what a plan offers: one of its sheets, or a command of its page. */
export type Spot = { page: string } | { sheet: SheetId } | { command: "window" | "drafts" | "versions" };
export interface Place {
  label: string;
  /** other words for it */
  also: string[];
  at: Spot;
  /** who sees the page; absent: everyone but growers */
  who?: "owner" | "all";
}

const PAGES: Place[] = [
  {
    label: "Week: what is due",
    also: ["jobs", "tasks", "today", "log", "diary", "phone"],
    at: { page: "/week" },
    who: "all",
  },
  {
    label: "Season: all fields, machines and crews",
    also: ["capacity", "clash", "workload", "hours"],
    at: { page: "/season" },
  },
  {
    label: "Harvest queue",
    also: ["combine", "order of fields at harvest", "ripeness"],
    at: { page: "/season/harvest" },
  },
  {
    label: "Stores and loads",
    also: ["storage", "shed", "silo", "bin", "stock", "weighbridge"],
    at: { page: "/season/stores" },
  },
  { label: "Allocate water between fields", also: ["irrigation", "turns", "drought"], at: { page: "/season/water" } },
  {
    label: "Threats by week: pests and diseases over all fields",
    also: ["scouting calendar", "risk"],
    at: { page: "/season/threats" },
  },
  { label: "Fields", also: ["blocks", "farms", "list"], at: { page: "/fields" } },
  { label: "Records", also: ["lists", "register"], at: { page: "/records" } },
  {
    label: "Import from a file",
    also: ["csv", "spreadsheet", "geojson", "upload", "price list", "boundaries"],
    at: { page: "/import" },
  },
  { label: "Spray record", also: ["application record", "treatments done", "inspection"], at: { page: "/treatments" } },
  { label: "Weather stations", also: ["climate", "normals", "evapotranspiration", "rain"], at: { page: "/stations" } },
  {
    label: "Settings: prices and working date",
    also: ["diesel", "labour", "machine costs", "currency"],
    at: { page: "/settings" },
  },
  {
    label: "People: roles, licences, invitations",
    also: ["licence number", "invite", "members", "backup", "export"],
    at: { page: "/people" },
    who: "owner",
  },
  { label: "Audit: who changed what", also: ["history", "log of changes"], at: { page: "/audit" }, who: "owner" },
  {
    label: "Account: password and practice",
    also: ["sign out everywhere", "switch practice"],
    at: { page: "/account" },
    who: "all",
  },
];

const QUESTIONS: Place[] = [
  {
    label: "Sow or plant: when, and what yield to expect",
    also: ["sowing date", "planting window", "potential yield", "target"],
    at: { command: "window" },
  },
  { label: "Compare drafts of a plan", also: ["what if", "alternative", "scenario"], at: { command: "drafts" } },
  { label: "Compare versions: what changed", also: ["difference", "history"], at: { command: "versions" } },
  {
    label: "Order inputs: what to buy",
    also: ["shopping list", "purchase", "input order"],
    at: { command: "versions" },
  },
  {
    label: "Booklet, card, calendar and labels",
    also: ["print", "pdf", "document", "issue", "grower"],
    at: { command: "versions" },
  },
  { label: "Tillage and seedbed", also: ["plough", "cultivation", "no-till", "passes"], at: { sheet: "ground" } },
  {
    label: "Deficiency: what the soil lacks, lime and trace nutrients",
    also: ["deficient", "ph", "liming", "micronutrients", "yellow leaves", "symptoms", "gypsum"],
    at: { sheet: "soil" },
  },
  {
    label: "Seed rate, spacing and drill settings",
    also: ["population", "calibration", "thousand grain weight", "seed lot"],
    at: { sheet: "seed" },
  },
  {
    label: "Fertiliser: needs, splits and products",
    also: ["nitrogen", "npk", "deficiency", "manure", "top dressing"],
    at: { sheet: "feed" },
  },
  { label: "Irrigation: when and how much", also: ["water", "schedule", "salt", "pump"], at: { sheet: "water" } },
  {
    label: "Weeds, pests and diseases: thresholds and treatments",
    also: ["spray", "tank mix", "scouting", "fungicide", "herbicide", "insecticide", "sign"],
    at: { sheet: "protect" },
  },
  {
    label: "Re-entry notice for the gate (of a treatment)",
    also: ["gate sign", "keep out", "sprayed"],
    at: { sheet: "protect" },
  },
  {
    label: "Harvest: when it is ripe, and by what way",
    also: ["moisture", "maturity", "losses", "by-products", "straw"],
    at: { sheet: "harvest" },
  },
  { label: "Drying, curing and storage", also: ["silage", "keep", "dryer"], at: { sheet: "keep" } },
  {
    label: "Costs, margin and break-even",
    also: ["profit", "money", "price", "where to sell"],
    at: { sheet: "money" },
  },
  {
    label: "Next year: what may follow, and start its plan (on a field's page)",
    also: ["next season", "rotation", "follow-on crop", "previous crop", "succession"],
    at: { page: "/fields" },
  },
  {
    label: "Compare crops for a field (on the field's page)",
    also: ["suitability", "which crop", "what grows here"],
    at: { page: "/fields" },
  },
  {
    label: "Sampling plan, split or merge a field (on the field's page)",
    also: ["soil sampling", "zones", "map"],
    at: { page: "/fields" },
  },
  {
    label: "Trials: how varieties did side by side",
    also: ["trial", "strip", "plot", "variety comparison"],
    at: { page: "/records/variety-trials" },
  },
];

const KINDS: Place[] = Object.values(RECORD_KINDS).map((kind) => ({
  label: `Records: ${kind.many.toLowerCase()}`,
  also: [kind.one, kind.purpose],
  at: { page: `/records/${kind.id}` },
}));

/** All that someone of a role can be led to. */
export const placesFor = (role: string): Place[] =>
  [...PAGES, ...QUESTIONS, ...KINDS].filter(({ who }) =>
    who === "all" ? true : role === "grower" ? false : who !== "owner" || role === "owner",
  );
