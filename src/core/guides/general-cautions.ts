/**
 * Cautions that hold whatever the crop: tied to a kind of input, or to any machine. A guide may word a topic for its crop; where it
 * does not, this wording is compiled into it. The application plans; the product label, the local code and a licensed adviser decide.
 */
export const GENERAL_CAUTIONS: Record<string, string> = {
  "dressed seed":
    "Dressed seed is never food or feed: gloves, dust mask, no spilt seed left for birds; leftovers and bags as the label says.",
  "seed inoculant":
    "Inoculant: dust mask where it is a powder, hands washed after; cool, out of the sun, by its date; treated seed is no food or feed.",
  "lime dust":
    "Lime dust harms eyes and lungs (burnt and hydrated lime are caustic): goggles, mask, gloves; not in wind.",
  "gypsum dust": "Gypsum dust: mask and goggles; not in wind.",
  fertiliser:
    "Keep off water margins, frozen and waterlogged ground and inside closed periods; store ammonium nitrate cool, dry and apart from fuel.",
  manure:
    "Dust, germs and gas: wash before eating, livestock kept off; never into a pit alone; keep off water margins, frozen and waterlogged ground and inside closed periods.",
  spray:
    "Only what the label allows, by who is licensed: gloves, face shield and what the label asks for; no wind over its limit, no still inversion, not towards water, hives, houses or people; nobody in the crop before the re-entry time; rinse water onto the crop, never into a drain.",
  pumps:
    "Electric pumps and water: isolator off before hands go to the pump, no wet cables; no engine in a pit or well, where its gas gathers; nothing fed through the water without a valve against back-flow.",
  "open water":
    "Channels and ponds: children and animals kept off; snails and mosquitoes in them carry disease; not drunk.",
  flame:
    "Flame weeding: no dry residue, no wind, hose and gas bottle looked over and upright, water and a second person at hand; stay until nothing smoulders.",
  rodents:
    "Rats and mice: gloves and boots, bites and urine carry disease, hands washed; traps and baits where no child, dog or owl finds them.",
  "netting and heights":
    "Nets and posts: nobody alone on ladders; nets tight, so that no bird or hedgehog is caught, and looked at every day.",
  "hand work":
    "Long hand work: shade, water each half hour, rests in the heat; backs and knees spared by turns; blades carried covered.",
  haulage:
    "Loaded trailers: brakes, lights and hitch checked, no riders, no mobile phone; tip on level ground away from overhead lines and people.",
  "grain acid":
    "Grain acid burns skin and eyes and its fumes choke: goggles, face shield, acid gloves, apron, water to rinse beside it; the label goes first. It eats metal and concrete.",
  "sealed store":
    "A sealed store of moist grain holds no air to breathe: nobody enters it, nor a pit below it; aired and measured first, a second person outside with a line.",
  heaters:
    "Heaters and fans: fumes kill in closed rooms and dust burns; clear chaff daily, tend the fire, keep an extinguisher by.",
  "yard drying":
    "Dry on a closed yard or sheet, never on a road; shade, water and rests in the heat; children and animals kept off.",
  machines: "Guards on shafts and augers; stop, take the key and wait before clearing a blockage.",
};
