/** Small choices of this tablet, kept in cookies so that the server draws the first picture right. */
export function remember(name: string, value: string): void {
  // biome-ignore lint/suspicious/noDocumentCookie: the Cookie Store API is missing in browsers still on tablets.
  document.cookie = `${name}=${encodeURIComponent(value)}; path=/; max-age=31536000; samesite=lax`;
}

export function forget(name: string): void {
  // biome-ignore lint/suspicious/noDocumentCookie: as above.
  document.cookie = `${name}=; path=/; max-age=0; samesite=lax`;
}
