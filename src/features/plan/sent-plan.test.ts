import { describe, expect, it } from "vitest";
import { draftPlan } from "@/core/sheets/draft-plan";
import { demoPlans } from "../../../tests/support/demo-plans";
import { testGuide } from "../../../tests/support/guides";
import { unpack } from "../shared/packed";
import { asSent, forSending, type SentPlan } from "./sent-plan";

describe("a plan that is sent", () => {
  it("is what it was when it arrives, for every plan of the demo, and carries its guide once", () => {
    for (const { field, facts, decisions, season } of demoPlans()) {
      const guide = testGuide(decisions.crop.guideId);
      const drafted = draftPlan(facts, decisions, season, guide);
      if (!drafted.ok) throw new Error(field);
      const packed = JSON.stringify(forSending(drafted.value));
      // what JSON leaves out is what nobody reads: keys without a value
      expect(asSent(unpack<SentPlan>(packed), guide), field).toEqual(JSON.parse(JSON.stringify(drafted.value)));
      expect(packed.length).toBeLessThan(JSON.stringify(drafted.value).length - JSON.stringify(guide).length);
    }
  });
});
