/**
 * What the words of the trade and the names of figures mean, in a sentence or two; the only list of them. A term is
 * known by its key, and found on a screen by how it is written there.
 */

export interface Term {
  /** As it is written on screens, whole words, the first being the term's own name. */
  readonly written: readonly string[];
  readonly means: string;
  /** Where the figure or rule comes from, where it has a source; common practice where that is all there is. */
  readonly source?: string;
  /** Keys of what it leads to. */
  readonly see?: readonly string[];
}

export const TERMS = {
  // --- where honey comes from
  yard: {
    written: ["yard", "yards", "apiary"],
    means: "A place with colonies. What bloomed around it while the boxes were on names the honey.",
    see: ["colony", "pull", "bloom"],
  },
  colony: {
    written: ["colony", "colonies", "hive", "hives"],
    means: "One hive and its bees. Its honey is pooled with others', or kept separate for whoever owns it.",
    see: ["owner", "super"],
  },
  super: {
    written: ["super", "supers", "box", "boxes"],
    means: "A box of frames with honey, put over the brood. Known here by the tag on it.",
    see: ["frame", "depth", "wets"],
  },
  frame: {
    written: ["frame", "frames"],
    means:
      "A wooden or plastic frame with comb in it; five to twelve hang in a super. A medium one gives 2 to 3 kg.",
    source: "common practice",
    see: ["super", "comb"],
  },
  comb: {
    written: ["comb", "combs"],
    means: "The wax cells the bees build, with or without a sheet of foundation in the middle.",
    see: ["foundation", "cut-comb"],
  },
  foundation: {
    written: ["foundation", "wired wax", "unwired wax", "foundationless"],
    means:
      "The sheet the comb was built on. Comb without wire or sheet breaks when it is spun fast while full.",
    see: ["extractor"],
  },
  depth: {
    written: ["depth", "deep", "medium", "shallow"],
    means: "How high a super's frames are. A deep frame takes two slots in some machines.",
    see: ["slot"],
  },
  bloom: {
    written: ["bloom", "blooms", "bloomed"],
    means: "What flowered since the supers went on: it makes the kind of honey, and how soon it grains.",
    see: ["crystallised"],
  },
  owner: {
    written: ["owner", "owners", "kept separate", "hosted"],
    means:
      "Whose honey it is where it is not the house's. It is spun, stored and filled apart, and given back by weight.",
    see: ["batch", "lot"],
  },
  "winter-stores": {
    written: ["winter stores", "stores left"],
    means: "Honey left on the colony to live on. Some leave half of the full frames.",
    source: "common practice",
  },
  fed: {
    written: ["fed", "feed state", "syrup"],
    means: "Sugar was fed while the frame was on. What is in it is not honey, and is never spun with it.",
  },
  // --- pulling and ripeness
  pull: {
    written: ["pull", "pulls", "pulled", "pull sheet"],
    means:
      "Taking supers off the colonies of one yard on one day. Each box is entered with what was seen of it.",
    see: ["capped", "ripe", "school"],
  },
  capped: {
    written: ["capped", "sealed", "uncapped"],
    means:
      "Of the cells that hold honey, the part the bees have sealed with wax: the first sign that it is ripe. Empty cells do not count.",
    see: ["ripe", "school"],
  },
  ripe: {
    written: ["ripe", "ripeness", "unripe"],
    means: "Dry enough to keep: about 17 to 18 % water. Wetter honey ferments.",
    source: "common practice; 20 % is the limit of Codex Stan 12-1981",
    see: ["water", "fermenting", "school"],
  },
  school: {
    written: ["school", "schools"],
    means:
      "A way to decide that honey is ripe: sealed (only frames nearly all capped), shake (partly capped ones that throw no drop), or instrument (a refractometer decides). Every verdict says which one judged.",
    see: ["capped", "refractometer"],
  },
  "escape-board": {
    written: ["escape board", "escape boards", "fume board", "blower", "method of clearing"],
    means:
      "A way to have the bees out of a super before it is taken. Escape boards go on about two days ahead.",
    source: "common practice",
  },
  "super-of-brood": {
    written: ["brood"],
    means: "Young bees in the comb. A frame with brood goes back to its colony and is never spun.",
  },
  robbing: {
    written: ["robbing", "rob"],
    means:
      "Bees of other colonies taking open honey. It spreads disease: boxes are shut at once, wet ones never left about.",
  },
  beetle: {
    written: ["beetle", "beetles", "beetle hours"],
    means:
      "Small hive beetle: supers that wait two or three days off the colony are at risk. Seen ones mean: spin now.",
    source: "common practice",
  },
  // --- hot room
  "hot-room": {
    written: ["hot room"],
    means:
      "The closed warm room supers stand in before they are spun: warm honey leaves the comb, and dry air takes water out of it.",
    see: ["stack", "humidity", "drying"],
  },
  stack: {
    written: ["stack", "stacks"],
    means:
      "Supers that stand on one another with air going up through them. The forecast is one for each stack.",
    see: ["drying"],
  },
  drying: {
    written: ["drying", "dries", "drying forecast", "forecast"],
    means:
      "How fast the honey in a stack loses water, by its own readings and the room's air. It comes with a band: how sure it is.",
    see: ["water", "humidity", "band"],
  },
  humidity: {
    written: ["humidity", "relative humidity", "RH"],
    means:
      "How much of the water it could hold is in the air, %. Honey of 17 to 18 % water neither dries nor takes water in air of 55 to 59 %.",
    source: "water activity of honey; see the Why? of a drying forecast",
    see: ["drying", "equilibrium"],
  },
  dehumidifier: {
    written: ["dehumidifier"],
    means:
      "Takes water out of the room's air, so many litres a day. Whether it is big enough is part of the forecast.",
    see: ["humidity", "drying"],
  },
  equilibrium: {
    written: ["equilibrium", "would end at"],
    means: "The water honey ends at if it stands in this air long enough. Below it the room cannot dry it.",
    see: ["humidity"],
  },
  // --- moisture
  water: {
    written: ["water", "moisture", "% water", "wet", "wettest"],
    means:
      "Water in the honey, parts of a hundred by mass. It decides whether honey keeps: over 18 to 19 % it may ferment.",
    source: "Codex Stan 12-1981: at most 20 %",
    see: ["refractometer", "fermenting"],
  },
  refractometer: {
    written: ["refractometer", "instrument", "instruments"],
    means:
      "Measures how strongly a drop of honey bends light, and from that its water. It is checked against oil of a known reading first.",
    source: "AOAC 969.38 / Wedmore's table",
    see: ["brix", "ATC", "reference"],
  },
  brix: {
    written: ["Brix"],
    means:
      "A refractometer's sugar scale. On honey it is read as water by its own table; 100 minus Brix is wrong by 1 to 2 %.",
    see: ["refractometer"],
  },
  ATC: {
    written: ["ATC", "compensates", "temperature compensation"],
    means:
      "The instrument takes the sample's temperature into account itself. Without it the reading is put right here for how warm the sample was.",
    see: ["refractometer"],
  },
  reference: {
    written: ["reference", "calibration", "calibrated"],
    means:
      "Something of a known reading the instrument is checked with. What it shows beside it is its error, and is taken off.",
    see: ["refractometer"],
  },
  sample: {
    written: ["sample", "samples"],
    means: "A little honey taken to be read or kept. Liquid and well mixed: one out of crystals reads wrong.",
  },
  target: {
    written: ["target"],
    means:
      "The water this house wants in its honey before it is spun or filled. Below the limit, so that the spread of boxes stays under it.",
    see: ["limit", "water"],
  },
  limit: {
    written: ["limit", "upper limit"],
    means:
      "What must not be passed, by law or by the house. A verdict asks whether the worst it may be is under it, not the mean.",
    see: ["band"],
  },
  band: {
    written: ["band", "between", "±", "at its worst", "likely"],
    means:
      "From where to where the true figure lies nine times in ten, by what was measured and how. A wide band asks for a reading.",
    see: ["water"],
  },
  // --- the floor
  uncap: {
    written: ["uncap", "uncapping", "uncapping machine"],
    means: "Open the sealed cells before spinning, with a fork, knife, plane, roller or machine.",
    see: ["cappings", "fork"],
  },
  fork: {
    written: ["fork", "cold knife", "hot knife", "heated plane", "spiked roller"],
    means:
      "Tools to uncap with. Each trades speed against honey lost to the cappings: a fork is slow and loses little, a knife the other way round.",
    source: "common practice",
    see: ["cappings"],
  },
  cappings: {
    written: ["cappings", "capping", "cappings bin"],
    means:
      "The wax taken off, with much honey in it: 3 to 20 % of the harvest, by the tool. It drains, is spun or pressed.",
    source: "common practice, and this house's own batches",
    see: ["drain", "wax"],
  },
  spin: {
    written: ["spin", "spun", "spinning"],
    means:
      "Have honey out of the uncapped combs in a centrifuge. Speed to zero and standstill before the lid is opened.",
    see: ["run", "extractor"],
  },
  extractor: {
    written: ["extractor", "machine", "machines", "radial", "tangential"],
    means:
      "The centrifuge. Radial ones spin both faces of a comb at once; in tangential ones the frames are turned in between.",
    see: ["run", "balance"],
  },
  basket: {
    written: ["basket", "baskets"],
    means: "What holds frames in a machine. Opposite ones are loaded alike.",
    see: ["balance", "slot"],
  },
  slot: {
    written: ["slot", "slots"],
    means: "A frame's place in the machine, counted round. What stands across from it should weigh the same.",
    see: ["balance"],
  },
  balance: {
    written: ["balance", "balanced", "out of balance", "shakes", "shaky"],
    means:
      "How evenly weight lies round the machine. An uneven load shakes, walks, and may throw its frames out.",
    see: ["slot", "load"],
  },
  load: {
    written: ["load", "loads", "load arranger"],
    means: "The frames that go into a machine together.",
    see: ["run", "balance"],
  },
  run: {
    written: ["run", "runs", "programme"],
    means:
      "One spin of a load: slow first, faster as it empties. The time comes from how warm and how dry the honey is.",
    see: ["load", "extractor"],
  },
  batch: {
    written: ["batch", "batches"],
    means: "All that is spun together and kept as one honey, from which boxes and colonies it came included.",
    see: ["lot", "trace"],
  },
  gate: {
    written: ["gate", "gates"],
    means:
      "The valve honey leaves a machine or tank by. Shut before the first frame goes in, and before a pail is taken away.",
    see: ["headroom", "pail"],
  },
  headroom: {
    written: ["headroom", "room in the pail", "drum holds"],
    means:
      "How much more honey the pail and the drum can take before one runs over or the frames drag in honey.",
    see: ["pail", "gate"],
  },
  "hand-station": {
    written: ["crush and strain", "gravity drain", "press", "pressed", "crushed"],
    means:
      "Ways to have honey out of the comb without a machine. Crushed comb is lost, and most of the honey comes.",
    source: "common practice",
  },
  "cut-comb": {
    written: ["cut comb", "comb honey", "chunk"],
    means: "Comb sold with its honey: cut, drained, weighed piece by piece, and frozen against moth.",
    see: ["lot"],
  },
  residue: {
    written: ["left in the combs", "residue", "stayed in the combs"],
    means:
      "Honey that stays in the frames after spinning: more when it was cold or the run short. Seen by weighing the empty box.",
    see: ["wets"],
  },
  wets: {
    written: ["wets", "wet boxes", "weighed back"],
    means:
      "Spun frames, still sticky. Weighed back they tell how much they gave; then they go to the bees or are stored against moth.",
    see: ["super", "robbing"],
  },
  bottleneck: {
    written: ["holds us up", "bottleneck", "slowest"],
    means: "The station everything else waits for. A pair of hands anywhere else makes the day no shorter.",
    see: ["day-plan"],
  },
  "day-plan": {
    written: ["day's plan", "plan of the day", "foreseen"],
    means:
      "Who is there, with what, from when: run through many times with the spreads people really show. The finish is told with its band.",
    see: ["band", "bottleneck"],
  },
  // --- wax, straining, settling
  drain: {
    written: ["drain", "drained", "draining"],
    means: "Let honey run out of cappings or combs by its own weight, a night or more, warm.",
    see: ["cappings"],
  },
  wax: {
    written: ["wax"],
    means: "What is left of the cappings. Melts at 62 to 64 °C, and burns: in a water bath only.",
    source: "common practice",
    see: ["cappings"],
  },
  strain: {
    written: ["strain", "strained", "straining", "strainer"],
    means: "Through sieve or cloth, coarse before fine, to have wax and bits out.",
    see: ["mesh", "settle"],
  },
  mesh: {
    written: ["mesh", "meshes", "cloth", "opening", "µm", "wetted"],
    means:
      "What honey is strained through: known by its opening in thousandths of a millimetre and how much of it is wetted.",
    see: ["strain"],
  },
  settle: {
    written: ["settle", "settling", "settled"],
    means:
      "Stand still so that wax and air rise. How long depends on how warm the honey is and how deep it stands.",
    source: "Stokes' law, with honey's viscosity by temperature and water",
    see: ["skim", "viscosity"],
  },
  skim: {
    written: ["skim", "skimmed", "scum"],
    means: "Take off what rose while it stood: wax, bubbles and bits.",
    see: ["settle"],
  },
  viscosity: {
    written: ["viscosity"],
    means:
      "How thick it is. 10 °C warmer, honey runs about three times as fast; one per cent more water, half as fast again.",
    see: ["strain", "settle"],
  },
  warm: {
    written: ["warm", "warming", "warmed", "liquefy", "warming cabinet"],
    means:
      "Make honey thin enough to strain or fill, or melt its crystals. Every degree and hour costs enzymes: an account is kept.",
    see: ["HMF", "diastase"],
  },
  HMF: {
    written: ["HMF"],
    means:
      "Hydroxymethylfurfural: it grows with heat and age. How much the house's warming added is reckoned and told.",
    source: "limit 40 mg/kg, 80 in the tropics: Codex Stan 12-1981",
    see: ["warm"],
  },
  diastase: {
    written: ["diastase"],
    means: "An enzyme of honey that heat destroys. At least 8 on its scale is asked for.",
    source: "Codex Stan 12-1981",
    see: ["warm"],
  },
  // --- store
  pail: {
    written: ["pail", "pails", "bucket"],
    means: "A vessel with a lid, about 27 kg of honey. Each has its tag and its empty weight.",
    see: ["drum-vessel", "tank"],
  },
  "drum-vessel": {
    written: ["drum", "drums"],
    means: "The machine's own round; and a big vessel of about 295 kg.",
    see: ["pail"],
  },
  tank: {
    written: ["tank", "tanks", "tub"],
    means: "A vessel with a gate, to settle and fill from.",
    see: ["gate", "settle"],
  },
  crystallised: {
    written: ["crystallised", "grained", "granulated", "grains", "crystals"],
    means:
      "All honey does it sooner or later. What stays liquid between the crystals is wetter than the whole and may ferment on top.",
    see: ["fermenting", "glucose"],
  },
  glucose: {
    written: ["glucose"],
    means: "The sugar that crystallises. The more of it beside the water, the sooner honey grains.",
    see: ["crystallised"],
  },
  fermenting: {
    written: ["ferment", "fermenting", "fermented", "fermentation"],
    means: "Yeasts turning honey sour. By water and yeast count; under 17 % never, over 19 % nearly always.",
    source: "Lochhead's table",
    see: ["water", "yeasts"],
  },
  yeasts: {
    written: ["yeasts", "yeasts in a gram"],
    means:
      "How many yeast cells a laboratory found in a gram: with the water it says whether honey may ferment.",
    see: ["fermenting"],
  },
  colour: {
    written: ["colour", "Pfund", "absorbance"],
    means: "How dark honey is, in millimetres on the Pfund scale: under 8 water white, over 114 dark amber.",
    source: "USDA colour standards",
  },
  blend: {
    written: ["blend", "blends", "blended", "blending"],
    means:
      "Pour honeys together so that water, colour or amount come out as wanted. Never to hide what ferments, is held or is another's.",
    see: ["water", "owner"],
  },
  watch: {
    written: ["watch", "watched"],
    means: "Vessels to look after first: wet, large or half grained ones, and when.",
    see: ["crystallised", "fermenting"],
  },
  loss: {
    written: ["lost", "loss", "losses", "remainder"],
    means:
      "Honey that went in and did not come out: booked with its cause, so that the ledger stays true to the gram.",
    see: ["batch"],
  },
  // --- bottle
  lot: {
    written: ["lot", "lots", "lot code"],
    means:
      "Jars filled from one honey under one code. The code on a jar leads back to its boxes and forward to its buyers.",
    see: ["batch", "trace", "check-character"],
  },
  "check-character": {
    written: ["check character"],
    means: "The last character of a lot: one misread or swapped is caught by it.",
    source: "ISO 7064 MOD 37,36",
    see: ["lot"],
  },
  net: {
    written: ["net", "net quantity", "label says", "in a jar", "net a jar", "mean fill"],
    means:
      "Honey in the jar without the jar. At the mean it must reach what the label says, and few jars may be a little short.",
    source: "OIML R 87, 76/211/EEC or NIST HB 133, by the house's rules",
    see: ["tare", "give-away"],
  },
  tare: {
    written: ["tare", "empty weight", "weighs empty", "empty"],
    means: "What the vessel weighs without honey. Weighed once and taken off every time.",
    see: ["net"],
  },
  "give-away": {
    written: ["give-away", "giveaway", "given away", "over the label"],
    means: "Honey over what the label says, jar by jar: a gram each is kilograms in a season.",
    see: ["net"],
  },
  scale: {
    written: ["scale", "smallest step", "scale's step"],
    means:
      "What weighs. Checked with a known weight; its smallest step says how fine a figure can be read from it.",
    see: ["tare", "net"],
  },
  "fill-check": {
    written: ["fill check", "weigh jars", "acceptance"],
    means:
      "Jars of a lot weighed to see that they hold what the label says, by the statistics the rules ask for.",
    see: ["net"],
  },
  "best-before": {
    written: ["best before"],
    means: "Until when it is as it should be. The house says how many months; comb in the jar keeps shorter.",
  },
  label: {
    written: ["label", "labels"],
    means:
      "Kind, packer, net quantity, lot, date and origin, by the rules of where it is sold. The house checks it before it is printed.",
    see: ["lot", "net"],
  },
  infused: {
    written: ["infused"],
    means:
      "Honey with something in it: another product, with its ingredients and a lot of its own, never poured back.",
  },
  set: {
    written: ["set honey", "seed", "seeded", "fine seed"],
    means: "Honey made to grain fine: a little smooth honey stirred in cool, and left cold until it is set.",
    see: ["crystallised"],
  },
  GTIN: {
    written: ["GTIN", "EAN"],
    means: "The number under a bar code that says whose product it is, the same for every jar of it.",
    source: "GS1 General Specifications",
  },
  // --- holds, laboratory, out
  hold: {
    written: ["hold", "holds", "held"],
    means:
      "Honey that nothing may be done with until somebody named says so: a result is awaited, or something was found.",
    see: ["release", "laboratory"],
  },
  release: {
    written: ["release", "released"],
    means: "The word that held honey may go on, by a named person, with the reason or the result.",
    see: ["hold"],
  },
  laboratory: {
    written: ["laboratory", "analysis", "certificate"],
    means:
      "Tests the house cannot do: sugars, HMF, residues, toxins. A sample is sent, the result comes back to the honey it is of.",
    see: ["hold", "sample"],
  },
  buyer: {
    written: ["buyer", "buyers", "dispatch", "parcel"],
    means: "Whoever takes jars or vessels, by name: a recall must reach them.",
    see: ["recall", "trace"],
  },
  trace: {
    written: ["trace", "traced"],
    means:
      "Back from a jar or pail to yards, colonies and boxes, and forward to buyers, with the kilograms of each.",
    see: ["recall", "batch"],
  },
  recall: {
    written: ["recall", "recalled"],
    means: "Calling back what was sold: who has it, what is still here, and who was told when.",
    see: ["trace", "lot"],
  },
  opening: {
    written: ["was here before", "here before", "was here"],
    means:
      "Honey or jars from before the house kept its records. Its origin is what somebody told, or not known.",
    see: ["trace"],
  },
  // --- the house
  tape: {
    written: ["tape"],
    means:
      "Everything that was entered, newest first, with who and when. Nothing on it is rewritten: what was wrong is taken back by another entry.",
    see: ["undo"],
  },
  undo: {
    written: ["undo", "taken back", "take back", "correct"],
    means: "An entry that takes another back. What rests on it is named first.",
    see: ["tape"],
  },
  line: {
    written: ["the line"],
    means: "The one input at the foot: a word or a scan, said back before it is done.",
  },
  season: {
    written: ["season", "goal", "yield", "yields"],
    means: "What a year gave, by yard, colony and box, beside the goal and the years before.",
  },
  account: {
    written: ["heat account", "heat given"],
    means:
      "How warm honey was for how long, carried along with every pouring: what the heat of its past cost it.",
    see: ["HMF", "diastase", "warm"],
  },
} as const satisfies Readonly<Record<string, Term>>;

export type TermKey = keyof typeof TERMS;
export const TERM_KEYS = Object.keys(TERMS) as TermKey[];
export const termOf = (key: TermKey): Term => TERMS[key];
