import { type Answer, asRefusal, COMMANDS, execute, Refusal, rehearse } from "@/house";
import { houseDatabase, houseWriting } from "@/house/door";
import { decodeCsv, readCsv } from "@/house/files/read";
import { CSV_TABLE_NAMES, type CsvTable, csvTemplate, writeCsv } from "@/house/files/tables";
import { bringTold, TOLD_NAMES, type ToldName, toldTable, writeTold } from "@/house/files/told";
import { askerWhoMay, boundedBytes, sameSite } from "../http";
import { madeFile } from "../made-file";

const MOST_BYTES = 4_000_000;

const NAMES: readonly (CsvTable | ToldName)[] = [...CSV_TABLE_NAMES, ...TOLD_NAMES];
const isTold = (table: CsvTable | ToldName): table is ToldName => TOLD_NAMES.some((t) => t === table);

async function tableNamed(params: { table: string }): Promise<CsvTable | ToldName> {
  const { table } = params;
  const found = NAMES.find((t) => t === table);
  if (!found)
    throw new Refusal(
      "unknown-table",
      `There is no table "${table.slice(0, 30)}". Tables are: ${NAMES.join(", ")}.`,
      404,
    );
  return found;
}

/** The table as CSV, RFC 4180, UTF-8, units in the heads; `?template=1` its heads alone with examples to fill in after. */
export async function GET(request: Request, { params }: { params: { table: string } }): Promise<Response> {
  const table = await tableNamed(params);
  if (new URL(request.url).searchParams.get("template") === "1") {
    if (isTold(table))
      throw new Refusal(
        "no-template",
        `There is no template for ${table}: write the table and see its heads.`,
        404,
      );
    return madeFile(csvTemplate(table), {
      type: "text/csv; charset=utf-8; header=present",
      name: `${table}-to-fill-in.csv`,
    });
  }
  const db = houseDatabase();
  return madeFile(await (isTold(table) ? writeTold(db, table) : writeCsv(db, table)), {
    type: "text/csv; charset=utf-8; header=present",
    name: `${table}.csv`,
  });
}

/**
 * Brings a CSV file in: the body is the file. `?dry-run=1` only says what would happen; `?leave-out-bad=1`
 * leaves rows with a problem out; `?pasted=1` takes rows without their heads in the table's own order. Answers one JSON line after another: `progress` lines, then `done` or `problem`.
 */
export async function POST(request: Request, { params }: { params: { table: string } }): Promise<Response> {
  sameSite(request);
  const table = await tableNamed(params);
  const command = COMMANDS.get(isTold(table) ? toldTable(table).command : "import-rows");
  if (!command) throw new Error("The import has no command.");
  const { who, device } = await askerWhoMay(request, command);
  if (!/^text\/csv\b/i.test(request.headers.get("content-type") ?? ""))
    throw new Refusal("not-csv", "Send the file as text/csv.", 415);
  const query = new URL(request.url).searchParams;
  const { rows, problems, order, remarks } = readCsv(
    table,
    decodeCsv(await boundedBytes(request, MOST_BYTES)),
    {
      pasted: query.get("pasted") === "1",
    },
  );
  const dry = query.get("dry-run") === "1";
  const leaveOutBad = query.get("leave-out-bad") === "1";
  const asked = {
    who,
    device,
    key: request.headers.get("idempotency-key") ?? `import-${crypto.randomUUID()}`,
  };
  const at = request.headers.get("aumbry-at") ?? undefined;
  /** Rows of what was done bear their own times; the others come in together, at the tablet's. */
  const bring = (progress: (done: number, of: number) => void): Promise<Pick<Answer, "say" | "entry">> =>
    isTold(table)
      ? bringTold(houseWriting(), table, { ...asked, rows, unread: problems, leaveOutBad, dry, progress })
      : (dry ? rehearse : execute)(houseWriting(), command, {
          ...asked,
          at,
          input: { table, rows, unread: problems, leaveOutBad },
          progress,
        });
  const encoder = new TextEncoder();
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const tell = (line: object) => controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
      const progress = (done: number, of: number) => tell({ progress: { done, of } });
      try {
        progress(0, rows.length);
        const answer = await bring(progress);
        tell({
          done: { say: answer.say, entry: dry ? null : answer.entry, rows: rows.length, order, remarks },
        });
      } catch (fault) {
        const known = asRefusal(fault);
        if (!(known instanceof Refusal)) console.error(known);
        tell({
          problem:
            known instanceof Refusal
              ? {
                  status: known.status,
                  detail: known.message,
                  errors: known.problems,
                  rows: rows.length + problems.length,
                }
              : {
                  status: 500,
                  detail: "Something in the house broke; nothing was written.",
                  errors: [],
                  rows: rows.length,
                },
        });
      }
      controller.close();
    },
  });
  return new Response(stream, {
    headers: { "content-type": "application/x-ndjson", "cache-control": "no-store" },
  });
}
