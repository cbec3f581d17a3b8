/**
 * A TypeScript client made from the house's own description (OpenAPI): a type for what each command is told, and one
 * function that sends it. `node --import tsx tools/client.ts FILE` writes it.
 */
import { writeFile } from "node:fs/promises";
import { pathToFileURL } from "node:url";
import { compile, type JSONSchema } from "json-schema-to-typescript";

interface Described {
  readonly info: { readonly title: string; readonly version: string };
  readonly paths: Readonly<
    Record<
      string,
      {
        readonly post?: {
          readonly operationId: string;
          readonly summary: string;
          readonly requestBody?: {
            readonly content: Readonly<Record<string, { readonly schema?: JSONSchema }>>;
          };
        };
      }
    >
  >;
}

const typeName = (command: string): string =>
  `${command
    .split("-")
    .map((w) => `${w[0]?.toUpperCase()}${w.slice(1)}`)
    .join("")}Input`;

/** The client's source, from the description as it is served. */
export async function clientFrom(description: object): Promise<string> {
  const { paths, info } = description as Described;
  const types: string[] = [];
  const table: string[] = [];
  for (const [path, { post }] of Object.entries(paths)) {
    const schema = post?.requestBody?.content["application/json"]?.schema;
    if (!post || !schema || !path.startsWith("/api/v1/commands/")) continue;
    const name = typeName(post.operationId);
    const { $schema: _, ...plain } = schema;
    types.push(
      await compile({ ...plain, title: name }, name, {
        bannerComment: `/** ${post.summary}. */`,
        additionalProperties: false,
        // "At most 60" is the house's to check; as a type it would be sixty of them.
        ignoreMinAndMaxItems: true,
        format: false,
      }),
    );
    table.push(`  readonly ${JSON.stringify(post.operationId)}: ${name};`);
  }
  return `/** ${info.title} ${info.version}: made from its OpenAPI description, not written by hand. */
${types.join("\n")}
export interface Commands {
${table.join("\n")}
}

export interface Answer {
  readonly entry: number;
  readonly say: string;
  readonly output: Record<string, unknown>;
  readonly repeated: boolean;
}

/** What the house answers when it will not do something (RFC 9457). */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problem: { readonly type: string; readonly detail: string; readonly errors?: readonly { path: string; message: string }[] },
  ) {
    super(problem.detail);
  }
}

export interface Asking {
  readonly base: string;
  /** As "./aumbry token NAME --scope ..." printed it. */
  readonly token: string;
  /** For whom it speaks, where its scope is the lead's; left out, for itself. */
  readonly who?: string;
  /** One's own where another than the global one is meant. */
  readonly fetch?: typeof fetch;
}

/** Sends one command; the same key asked again is done once. @throws Refused */
export async function send<N extends keyof Commands>(
  { base, token, who, fetch: ask = fetch }: Asking,
  name: N,
  input: Commands[N],
  { key = crypto.randomUUID(), at }: { readonly key?: string; readonly at?: string } = {},
): Promise<Answer> {
  const response = await ask(\`\${base}/api/v1/commands/\${name}\`, {
    method: "POST",
    headers: {
      "content-type": "application/json",
      authorization: \`Bearer \${token}\`,
      ...(who ? { "aumbry-who": encodeURIComponent(who) } : {}),
      "idempotency-key": key,
      ...(at ? { "aumbry-at": at } : {}),
    },
    body: JSON.stringify(input),
  });
  const answer = await response.json();
  if (!response.ok) throw new Refused(response.status, answer);
  return answer as Answer;
}
`;
}

if (process.argv[1] && import.meta.url === pathToFileURL(process.argv[1]).href) {
  const { openApi } = await import("@/house/openapi");
  const file = process.argv[2] ?? "aumbry-client.ts";
  await writeFile(file, await clientFrom(JSON.parse(JSON.stringify(openApi()))));
  console.log(`The client is in ${file}.`);
}
