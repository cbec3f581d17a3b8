/** A name as it stands in an address or cookie, decoded; one that was mangled on the way stays as it is. */
export function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
