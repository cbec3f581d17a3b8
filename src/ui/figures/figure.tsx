import type { Tone } from "@/house/standing/model";

/** A large figure with its small unit; uncertainty behind ±. */
export function Figure({
  value,
  unit,
  pm,
  tone = "ink",
}: {
  value: string;
  unit: string;
  pm?: string;
  tone?: Tone;
}) {
  return (
    <span className="whitespace-nowrap">
      <span
        data-tone={tone}
        className="text-[34px] leading-none font-bold"
        style={{ color: tone === "ink" ? "var(--ink)" : "var(--tone)" }}
      >
        {value}
      </span>
      <small className="ml-1 text-[15px] font-medium text-ink-2">
        {unit}
        {pm && ` ±${pm}`}
      </small>
    </span>
  );
}
