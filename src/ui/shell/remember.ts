/** Small choices of this tablet, kept in cookies so that the server draws the first picture right. */
export function remember(name: string, value: string): void {
  keepFor(name, value, 31_536_000);
}

export const forget = (name: string): void => keepFor(name, "", 0);

function keepFor(name: string, value: string, seconds: number): void {
  // biome-ignore lint/suspicious/noDocumentCookie: the Cookie Store API is missing in browsers still on tablets.
  document.cookie = `${name}=${encodeURIComponent(value)}; path=/; max-age=${seconds}; samesite=lax`;
}
