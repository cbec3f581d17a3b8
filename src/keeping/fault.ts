/** What a keeper is told, as a sentence, when a file cannot be trusted or a step cannot be done. */
export class KeepingFault extends Error {
  override name = "KeepingFault";
}
