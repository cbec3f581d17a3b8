import type { RipenessVerdict, School, SuperFlag } from "@/core/moisture";
import type { Tone } from "@/house/standing/model";

export const VERDICT: Record<RipenessVerdict, { readonly word: string; readonly tone: Tone }> = {
  spin: { word: "spin", tone: "go" },
  dry: { word: "dry first", tone: "water" },
  leave: { word: "leave", tone: "ink" },
  melt: { word: "warm and melt", tone: "heat" },
  divert: { word: "divert", tone: "stop" },
  "do-not-take": { word: "do not take", tone: "stop" },
  test: { word: "test first", tone: "water" },
};

export const SCHOOL: Record<School, string> = {
  sealed: "sealed: by the wax",
  shake: "shake: no drops fly",
  instrument: "instrument: by the refractometer",
};

export const FLAG: Record<SuperFlag, string> = {
  brood: "brood",
  fed: "fed",
  waiting: "waiting period",
  "not-inspected": "not inspected",
  "inspection-failed": "inspection failed",
  beetles: "beetles",
  crystallised: "crystallised",
  fermented: "fermented smell",
  unwired: "unwired comb",
};
