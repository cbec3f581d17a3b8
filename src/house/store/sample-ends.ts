/** What becomes of a sample that was kept back. */
export const SAMPLE_ENDS = ["thrown-away", "used-up", "not-found"] as const;
export type SampleEnd = (typeof SAMPLE_ENDS)[number];

export const SAMPLE_ENDS_SAID: Record<SampleEnd, string> = {
  "thrown-away": "thrown away",
  "used-up": "used up",
  "not-found": "not found",
};
