/** A screen is refreshed once for an entry, whether its answer or the house's word of it came first. */
const seen = new Set<number>();
const MOST = 500;

/** Calls `refresh` unless this entry was refreshed for already. */
export function refreshOnce(entry: number, refresh: () => void): void {
  // What the house does not know of yet changes nothing on any screen.
  if (entry === 0 || seen.has(entry)) return;
  seen.add(entry);
  // Long forgotten ones do not come again.
  if (seen.size > MOST) for (const old of [...seen].slice(0, MOST / 2)) seen.delete(old);
  refresh();
}
