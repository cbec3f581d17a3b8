import { Validator } from "@seriousme/openapi-schema-validator";
import { describe, expect, it } from "vitest";
import { COMMANDS } from "./commands";
import { openApi } from "./openapi";

type Doc = {
  paths: Record<string, Record<string, { requestBody?: { content: Record<string, { example?: unknown }> } }>>;
};
const document = JSON.parse(JSON.stringify(openApi())) as Doc;

describe("what the house says of its own interface", () => {
  it("is OpenAPI 3.1 to a validator not written here", async () => {
    const validator = new Validator();
    const { valid, errors } = await validator.validate(document);
    expect(errors ?? []).toEqual([]);
    expect(valid).toBe(true);
    expect(validator.version).toBe("3.1");
    const broken = structuredClone(document) as unknown as { paths: Record<string, unknown> };
    broken.paths["/api/v1/epcis"] = { get: { responses: "none" } };
    expect((await new Validator().validate(broken)).valid).toBe(false);
  });

  it("names every command, and every example is one the command takes", () => {
    let examples = 0;
    for (const [name, command] of COMMANDS) {
      const post = document.paths[`/api/v1/commands/${name}`]?.post;
      expect(post, name).toBeDefined();
      const example = post?.requestBody?.content["application/json"]?.example;
      if (example === undefined) continue;
      examples += 1;
      expect(command.input.safeParse(example).error?.issues ?? [], name).toEqual([]);
    }
    expect(examples).toBeGreaterThan(30);
  });
});
