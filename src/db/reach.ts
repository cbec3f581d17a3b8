/** How a database is reached by its address; a password that is not in it is looked up in PGPASSFILE. */
import { createRequire } from "node:module";
import { parse } from "pg-connection-string";

type LookUp = (
  to: { host: string; port: number; user: string; database: string },
  found: (password: string | undefined) => void,
) => void;
const lookUp = createRequire(import.meta.url)("pgpass") as LookUp;

export interface Reach {
  readonly host: string;
  readonly port: number;
  readonly user: string;
  readonly database: string;
  readonly password: string | (() => Promise<string>);
  readonly ssl?: boolean | object;
}

export function reach(url: string): Reach {
  const { host, port, user = "", password, database, ssl } = parse(url);
  const to = { host: host || "127.0.0.1", port: Number(port || 5432), user, database: database ?? "" };
  return {
    ...to,
    ...(ssl === undefined ? {} : { ssl: ssl as boolean | object }),
    password: password
      ? password
      : () => new Promise<string>((resolve) => lookUp(to, (found) => resolve(found ?? ""))),
  };
}
