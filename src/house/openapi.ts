/** OpenAPI 3.1 derived from the commands' own schemas: one description for people and machines. */
import { z } from "zod";
import { COMMANDS, WORDS } from "./commands";
import { MOST_READINGS, READING } from "./devices/posts";
import { CSV_TABLE_NAMES } from "./files/tables";
import { TOLD_NAMES } from "./files/told";
import { correct } from "./ledger/correct";
import { SCOPES } from "./recall/records";
import { TRACE_KINDS } from "./trace";

const CSV_TABLE = {
  name: "table",
  in: "path",
  required: true,
  schema: { type: "string", enum: [...CSV_TABLE_NAMES, ...TOLD_NAMES] },
};

const problem = {
  description: "Refused: what is wrong and where (RFC 9457).",
  content: { "application/problem+json": { schema: { $ref: "#/components/schemas/Problem" } } },
};

/** The line's own examples say what a command is told; what has no words on it has one here. */
const EXAMPLES: Readonly<Record<string, object>> = {
  ...Object.fromEntries(
    WORDS.flatMap((verb) => {
      const match = verb.pattern.exec(verb.example);
      return match ? [[verb.command, verb.input(match.groups ?? {})]] : [];
    }),
  ),
  "add-yard": { name: "Kiln Field", country: "Holmland" },
  "pull-supers": { yard: "Kiln Field", supers: [{ tag: "41", colony: "3", cappedPct: 92, grossKg: 14.5 }] },
  "send-dispatch": { buyer: "Harbour Deli", lines: [{ lot: "WB26-001-6", jars: 12, price: 9.2 }] },
  "order-analysis": {
    sample: "tank 1",
    asks: ["water", "hmf", "diastase"],
    laboratory: "Ferry Lane Laboratory",
  },
  "enter-results": {
    order: 1,
    values: [{ analyte: "hmf", value: 7.4, expanded: 1.1, method: "HPLC-UV" }],
    accredited: true,
  },
  "add-hold-rule": {
    name: "Tutin",
    yards: "Upper Tarn",
    fromMd: "01-01",
    toMd: "04-30",
    analyte: "tutin",
    most: 0.7,
    why: "a plant that may be visited then",
  },
};

const pdf = (operationId: string, summary: string, parameters: readonly object[]) => ({
  get: {
    operationId,
    summary,
    parameters,
    responses: { "200": { description: "The paper", content: { "application/pdf": {} } }, "4XX": problem },
  },
});
const inPath = (name: string, type: "string" | "integer" = "string") => ({
  name,
  in: "path",
  required: true,
  schema: { type },
});
const inQuery = (name: string, schema: object = { type: "string" }) => ({ name, in: "query", schema });

/** What is asked and written besides by commands, tables and traces. */
const BESIDES = {
  "/api/v1/correct": {
    post: {
      operationId: "correct-entry",
      summary: "Change one value of an entry: says what would change, or with do=1 does it, all or nothing",
      parameters: [
        inQuery("do", { type: "string", enum: ["1"] }),
        { name: "Idempotency-Key", in: "header", required: true, schema: { type: "string", maxLength: 80 } },
      ],
      requestBody: {
        required: true,
        content: {
          "application/json": {
            schema: z.toJSONSchema(correct.input, { io: "input", unrepresentable: "any" }),
            example: { entry: 214, path: "supers.0.colony", value: "7", why: "read the wrong lid" },
          },
        },
      },
      responses: {
        "200": {
          description: "What changes, entry by entry, before and after",
          content: { "application/json": { schema: { type: "object" } } },
        },
        "4XX": problem,
      },
    },
  },
  "/api/v1/papers": {
    post: {
      operationId: "bring-paper",
      summary: "A photo (PNG, JPEG) or PDF of at most 8 MB, attached to an entry",
      parameters: [
        { ...inQuery("entry", { type: "integer" }), required: true },
        { ...inQuery("name"), required: true },
      ],
      requestBody: { required: true, content: { "application/octet-stream": {} } },
      responses: {
        "200": {
          description: "Attached",
          content: { "application/json": { schema: { $ref: "#/components/schemas/Answer" } } },
        },
        "4XX": problem,
      },
    },
  },
  "/api/v1/laboratory": {
    get: {
      operationId: "stand-in-laboratory",
      summary: "What the stand-in laboratory found of an order: made up, and some minutes after it was sent",
      parameters: [
        { ...inQuery("order", { type: "integer" }), required: true },
        inQuery("as", { type: "string", enum: ["csv"] }),
      ],
      responses: {
        "200": {
          description: "The figures",
          content: { "application/json": { schema: { type: "object" } }, "text/csv": {} },
        },
        "4XX": problem,
      },
    },
  },
  "/api/v1/epcis": {
    post: {
      operationId: "read-epcis",
      summary: "Another house's EPCIS events: what was shipped, ready to be taken in; nothing is written",
      requestBody: { required: true, content: { "application/json": { schema: { type: "object" } } } },
      responses: {
        "200": {
          description: "The shipments",
          content: { "application/json": { schema: { type: "object" } } },
        },
        "4XX": problem,
      },
    },
  },
  "/epcis": {
    get: {
      operationId: "epcis",
      summary: "What moved as EPCIS 2.0 events (JSON-LD)",
      parameters: [
        inQuery("from", { type: "string", format: "date" }),
        inQuery("until", { type: "string", format: "date" }),
      ],
      responses: {
        "200": {
          description: "The events",
          content: { "application/ld+json": { schema: { type: "object" } } },
        },
        "4XX": problem,
      },
    },
  },
  "/recall-list": {
    get: {
      operationId: "recall-list",
      summary: "Who has honey of something and what of it is here: PDF, CSV or letters",
      parameters: [
        inQuery("of"),
        inQuery("scope", { type: "string", enum: [...SCOPES] }),
        inQuery("drill", { type: "integer" }),
        inQuery("as", { type: "string", enum: ["csv", "letters"] }),
      ],
      responses: {
        "200": {
          description: "The list",
          content: { "application/pdf": {}, "text/csv": {}, "text/plain": {} },
        },
        "4XX": problem,
      },
    },
  },
  "/analysis/{order}": pdf("analysis", "What a laboratory found of one sample", [inPath("order", "integer")]),
  "/dispatch/{number}": pdf("dispatch-note", "The note of a dispatch, or its list with prices", [
    inPath("number", "integer"),
    inQuery("as", { type: "string", enum: ["list"] }),
  ]),
  "/owner/{name}": pdf("owner-statement", "What an owner's own honey came to", [inPath("name")]),
  "/field-card": pdf("field-card", "One sheet a station, with the house's own figures", []),
  "/checks-report": pdf("checks-report", "What was looked at in a period, ticked by whom and when", [
    inQuery("from", { type: "string", format: "date" }),
    inQuery("to", { type: "string", format: "date" }),
  ]),
  "/season-report": pdf("season-report", "The season on paper", [inQuery("year", { type: "integer" })]),
};

export function openApi(): object {
  const paths = Object.fromEntries(
    [...COMMANDS.values()].map((c) => {
      const example = EXAMPLES[c.name];
      const input = z.toJSONSchema(c.input, { io: "input", unrepresentable: "any" });
      return [
        `/api/v1/commands/${c.name}`,
        {
          post: {
            operationId: c.name,
            summary: c.summary,
            description: `${c.undo === "no" ? "Cannot be undone." : "Undone by a counter-entry."} Allowed for: ${c.who.join(", ")}.`,
            parameters: [
              {
                name: "Idempotency-Key",
                in: "header",
                required: true,
                schema: { type: "string", minLength: 8, maxLength: 100 },
              },
              {
                name: "Aumbry-Who",
                in: "header",
                schema: { type: "string" },
                description: "Name of the crew member.",
              },
              { name: "Aumbry-Device", in: "header", schema: { type: "string" } },
              {
                name: "Aumbry-At",
                in: "header",
                schema: { type: "string", format: "date-time" },
                description:
                  "When it happened, when that is not now; by the house's clock where it names no offset.",
              },
            ],
            requestBody: {
              required: true,
              content: { "application/json": { schema: input, ...(example ? { example } : {}) } },
            },
            responses: {
              "200": {
                description: "Done",
                content: { "application/json": { schema: { $ref: "#/components/schemas/Answer" } } },
              },
              "4XX": problem,
              "503": problem,
            },
          },
        },
      ];
    }),
  );
  return {
    openapi: "3.1.0",
    info: {
      title: "Aumbry",
      version: "1",
      description: "The honey house's ledger: commands in, views out. Masses in kg unless the name says g.",
    },
    paths: {
      ...paths,
      ...BESIDES,
      "/api/v1/devices/{name}/readings": {
        post: {
          operationId: "post-readings",
          summary:
            "A device's readings, with its own token; a scale may also post plain lines such as 21.40 kg (text/plain)",
          security: [{ device: [] }],
          parameters: [{ name: "name", in: "path", required: true, schema: { type: "string" } }],
          requestBody: {
            required: true,
            content: {
              "application/json": {
                schema: {
                  type: "object",
                  required: ["readings"],
                  properties: {
                    readings: {
                      type: "array",
                      minItems: 1,
                      maxItems: MOST_READINGS,
                      items: {
                        oneOf: Object.entries(READING).map(([kind, schema]) => ({
                          title: kind,
                          ...z.toJSONSchema(schema, { io: "input", unrepresentable: "any" }),
                        })),
                      },
                    },
                  },
                },
              },
            },
          },
          responses: {
            "200": {
              description: "Kept; readings known already are not kept twice",
              content: {
                "application/json": { schema: { type: "object", properties: { kept: { type: "integer" } } } },
              },
            },
            "4XX": problem,
          },
        },
      },
      "/api/v1/csv/{table}": {
        get: {
          operationId: "write-csv",
          summary: "A table as CSV (RFC 4180, UTF-8, units in the heads)",
          parameters: [CSV_TABLE],
          responses: { "200": { description: "The table", content: { "text/csv": {} } }, "4XX": problem },
        },
        post: {
          operationId: "bring-csv-in",
          summary:
            "Brings a CSV file in, all or nothing; answers progress, then done or problem, a JSON line each",
          parameters: [
            CSV_TABLE,
            { name: "dry-run", in: "query", schema: { type: "string", enum: ["1"] } },
            { name: "leave-out-bad", in: "query", schema: { type: "string", enum: ["1"] } },
          ],
          requestBody: { required: true, content: { "text/csv": {} } },
          responses: {
            "200": { description: "JSON lines", content: { "application/x-ndjson": {} } },
            "4XX": problem,
          },
        },
      },
      "/api/v1/trace/{kind}/{name}": {
        get: {
          operationId: "trace",
          summary: "Where honey came from and went to, with shares in kg and per cent",
          parameters: [
            { name: "kind", in: "path", required: true, schema: { type: "string", enum: TRACE_KINDS } },
            { name: "name", in: "path", required: true, schema: { type: "string" } },
          ],
          responses: {
            "200": {
              description: "The trace",
              content: { "application/json": { schema: { type: "object" } } },
            },
            "4XX": problem,
          },
        },
      },
    },
    components: {
      securitySchemes: { device: { type: "http", scheme: "bearer" } },
      schemas: {
        Answer: {
          type: "object",
          required: ["entry", "say", "output", "repeated"],
          properties: {
            entry: { type: "integer" },
            say: { type: "string" },
            output: { type: "object" },
            repeated: { type: "boolean" },
          },
        },
        Problem: {
          type: "object",
          required: ["type", "title", "status", "detail"],
          properties: {
            type: { type: "string" },
            title: { type: "string" },
            status: { type: "integer" },
            detail: { type: "string" },
            errors: {
              type: "array",
              items: {
                type: "object",
                properties: { path: { type: "string" }, message: { type: "string" } },
              },
            },
          },
        },
      },
    },
  };
}
