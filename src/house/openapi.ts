/** OpenAPI 3.1 derived from the commands' own schemas: one description for people and machines. */
import { z } from "zod";
import { COMMANDS } from "./commands";
import { MOST_READINGS, READING } from "./devices/posts";
import { CSV_TABLE_NAMES } from "./files/tables";
import { TRACE_KINDS } from "./trace";

const CSV_TABLE = {
  name: "table",
  in: "path",
  required: true,
  schema: { type: "string", enum: CSV_TABLE_NAMES },
};

const problem = {
  description: "Refused: what is wrong and where (RFC 9457).",
  content: { "application/problem+json": { schema: { $ref: "#/components/schemas/Problem" } } },
};

export function openApi(): object {
  const paths = Object.fromEntries(
    [...COMMANDS.values()].map((c) => {
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
            requestBody: { required: true, content: { "application/json": { schema: input } } },
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
