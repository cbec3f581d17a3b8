import { DRAWN_PARTS, LABEL_CODES } from "@/core/labels";
import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { labelSheet } from "@/house/label/sheet";
import { decoded } from "@/house/language/address";
import { madeFile } from "../made-file";

/** One of a few words out of an address; what is something else is told. */
function oneOf<const T extends string>(
  value: string | null,
  list: readonly T[],
  what: string,
): T | undefined {
  if (value === null) return undefined;
  const found = list.find((x) => x === value);
  if (!found) throw new Refusal("bad-input", `${what} is ${list.join(" or ")}.`, 400);
  return found;
}

/**
 * The label sheet of a lot: ?print=ID as it was printed for sale; else a look at it,
 * ?page=a4|letter|roll&count=&skip=&code=&part=, a proof while a rule is not met.
 */
export async function GET(request: Request, { params }: { params: { code: string } }): Promise<Response> {
  const { code } = params;
  const query = new URL(request.url).searchParams;
  const page = oneOf(query.get("page"), ["a4", "letter", "roll"], "The page");
  const mark = oneOf(query.get("code"), LABEL_CODES, "The code");
  const part = oneOf(query.get("part"), DRAWN_PARTS, "The part");
  const figure = (name: string) => (query.has(name) ? { [name]: Number(query.get(name)) } : {});
  const { pdf, name } = await labelSheet(houseDatabase(), decoded(code), {
    ...(page ? { page } : {}),
    ...(mark ? { code: mark } : {}),
    ...(part ? { part } : {}),
    ...figure("count"),
    ...figure("skip"),
    ...figure("print"),
  });
  return madeFile(pdf, { type: "application/pdf", name, shown: true });
}
