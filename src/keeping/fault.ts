/** What a keeper is told, as a sentence, when a file cannot be trusted or a step cannot be done. */
export class KeepingFault extends Error {
  override name = "KeepingFault";
}

/** PostgreSQL's "invalid_catalog_name". */
const NO_SUCH_DATABASE = "3D000";

/** What went wrong, as a program on the machine says it: one line, and none of the driver's. */
export function inOneLine(fault: unknown, house: string): string {
  const { code, message } = (fault ?? {}) as { code?: unknown; message?: unknown };
  const said =
    code === NO_SUCH_DATABASE ? `There is no house here yet (database ${house}).` : `${message ?? fault}`;
  return `Aumbry: ${said.split("\n", 1)[0]}`;
}
