/** How a figure is measured on a field, and what it takes: hours of somebody, a laboratory's bill counted in hours too. Assumptions. */
export interface Measuring {
  how: string;
  hours: number;
}

export const MEASURING = {
  mineralN: { how: "sample mineral N to 90 cm before the first nitrogen", hours: 5 },
  organicMatter: { how: "test the soil for organic matter", hours: 2 },
  auger: { how: "auger or dig in three places", hours: 2 },
  thousandGrains: { how: "count and weigh the seed", hours: 0.5 },
  germination: { how: "germinate four times a hundred seeds", hours: 1 },
  stand: { how: "count the stand after emergence, for next year", hours: 1 },
  yields: { how: "weigh this field's loads, for next year", hours: 1 },
  protein: { how: "analyse the harvest for nitrogen, for next year", hours: 2 },
  stages: { how: "note the stages, for next year", hours: 1 },
  losses: { how: "count what is shed each week after ripeness", hours: 2 },
  moisture: { how: "take the moisture every three days", hours: 1 },
  contract: { how: "ask for a forward price", hours: 0.5 },
} satisfies Record<string, Measuring>;
