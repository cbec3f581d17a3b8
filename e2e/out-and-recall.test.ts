import type { Page } from "@playwright/test";
import { asProgram } from "@/house/testing/door";
import { expect, go, type ServedHouse, test } from "./house";

const HOUR = 3_600_000;
const ago = (hours: number): string => new Date(Date.now() - hours * HOUR).toISOString();

/** Two colonies, one owner's, a batch of two supers in two pails, and two lots of jars. */
async function packed(page: Page, { url }: ServedHouse) {
  const act = async <O = Record<string, unknown>>(name: string, data: object, at?: string): Promise<O> => {
    const answer = await page.request.post(`${url}/api/v1/commands/${name}`, {
      data,
      headers: {
        ...asProgram("nobody"),
        "idempotency-key": `${name}-${Math.random().toString(36).slice(2)}-recall`,
        ...(at ? { "aumbry-at": at } : {}),
      },
    });
    expect(answer.ok(), `${name}: ${await answer.text()}`).toBe(true);
    const told = await answer.json();
    return { ...told.output, entry: told.entry } as O;
  };
  await act("set-house", {
    name: "Weir House",
    address: "Weir Lane 2",
    country: "Holmland",
    lotPrefix: "WH",
    zone: "UTC",
  });
  await act("add-yard", { name: "Weir Field" });
  await act("add-colonies", { yard: "Weir Field", tags: "1-3" });
  await act("add-supers", { tags: "41-43", depth: "medium", frames: 10, emptyKg: 5 });
  await act("add-pails", { tags: "1-4", emptyKg: 1, holdsKg: 27 });
  const pull = await act<{ entry: number }>(
    "pull-supers",
    {
      supers: [
        { tag: "41", colony: "1", cappedPct: 97, grossKg: 15 },
        { tag: "42", colony: "2", cappedPct: 97, grossKg: 15 },
      ],
    },
    ago(60),
  );
  const { batch } = await act<{ batch: number }>(
    "start-batch",
    { supers: ["41", "42"], despite: "dry" },
    ago(50),
  );
  for (const pail of ["1", "2"]) await act("fill-pail", { pail, grossKg: 10.8, batch }, ago(48));
  await act("close-batch", { batch, reason: "in the drum" }, ago(47));
  const lots: string[] = [];
  for (const [i, pail] of ["1", "2"].entries())
    lots.push(
      (
        await act<{ lot: string }>(
          "issue-lot",
          { honeyKind: "Lime honey", jarG: 250, jars: 36, pails: [{ pail, kg: 9 }], despite: "not read" },
          ago(40 - i * 12),
        )
      ).lot,
    );
  const [old = "", young = ""] = lots;
  return { act, old, young, pull, url };
}

test("held honey is in no jar and out of no door until its evidence is there", async ({
  page,
  emptyHouse,
}) => {
  const { old, url } = await packed(page, emptyHouse);
  await go(page, `${url}/held?do=hold`);
  await page.getByLabel("What", { exact: true }).fill(`lot ${old}`);
  await page.getByLabel("Because").fill("smells of smoke");
  await page.getByLabel("What releases it").fill("a second nose");
  await page.getByRole("button", { name: "Hold it" }).click();
  await expect(page.getByText(/Hold 1, lot .*smells of smoke/).first()).toBeVisible();
  await go(page, `${url}/out?do=pick`);
  const pick = page.getByRole("region", { name: "Pick and send" });
  await pick.getByLabel(/^Scan a jar/).fill(old);
  await pick.getByLabel(/^Scan a jar/).press("Enter");
  await expect(pick.getByRole("status").first()).toContainText("is held: smells of smoke. Put it back.");
  await go(page, `${url}/held`);
  await page.getByText("Release it").click();
  await page.getByLabel("Evidence").fill("smelt by two, clean");
  await page.getByRole("button", { name: "Release", exact: true }).click();
  await expect(page.getByText("Nothing is held.")).toBeVisible();
});

test("an order is picked by scan, the oldest first, and sent with its note", async ({ page, emptyHouse }) => {
  const { act, old, young, url } = await packed(page, emptyHouse);
  await act("take-order", { buyer: "Harbour Deli", jarG: 250, jars: 40, by: "2098-09-01", price: 6.5 });
  await go(page, `${url}/out`);
  await expect(page.getByText(`40 jars stand ready (36 of ${old}, 4 of ${young})`)).toBeVisible();
  await page.getByRole("link", { name: "Pick", exact: true }).click();
  const pick = page.getByRole("region", { name: "Pick and send" });
  await expect(pick.getByLabel("Buyer")).toHaveValue("Harbour Deli");
  // A scanner's speed, the young lot first: the house says which goes before it.
  await pick.getByLabel(/^Scan a jar/).fill(`4 ${young}`);
  await pick.getByLabel(/^Scan a jar/).press("Enter");
  await expect(pick.getByRole("status").first()).toContainText(`Lot ${old} is older`);
  for (let i = 0; i < 3; i++) {
    await pick.getByLabel(/^Scan a jar/).fill(`${url}/lot/${old}`);
    await pick.getByLabel(/^Scan a jar/).press("Enter");
  }
  await expect(pick.getByRole("status").first()).toContainText(`3 of ${old}`);
  await pick.getByRole("button", { name: "All 36" }).click();
  await pick.getByRole("button", { name: "Send 40 jars" }).click();
  await expect(page.getByText(/Dispatch 1: 40 jars to Harbour Deli/).first()).toBeVisible();
  const list = await page.request.get(`${url}/dispatch/1?as=list`);
  expect(list.headers()["content-type"]).toBe("application/pdf");
  await expect(page.getByText("jars stand ready")).toHaveCount(0);
});

test("market day: sixty taken, some back, the rest is sold", async ({ page, emptyHouse }) => {
  const { act, old, url } = await packed(page, emptyHouse);
  await act("send-dispatch", { kind: "market", buyer: "Thursday Market", lines: [{ lot: old, jars: 30 }] });
  await go(page, `${url}/out`);
  const back = page.getByRole("form", { name: "Back from market, dispatch 1" });
  await back.getByLabel("Back of 30").fill("11");
  await back.getByRole("button", { name: "19 jars sold" }).click();
  await expect(page.getByText("30 taken, 11 back, 19 sold").first()).toBeVisible();
});

test("a recall drill from the mark on a jar to the last call, against the clock", async ({
  page,
  emptyHouse,
}) => {
  const { act, old, young, url } = await packed(page, emptyHouse);
  await act("send-jars", { lot: old, jars: 10, buyer: "Harbour Deli" });
  await act("describe-buyer", { buyer: "Harbour Deli", phone: "+00 55 1", contact: "Nell" });
  await act("send-jars", { lot: young, jars: 6, buyer: "Mill Bakery" });
  await go(page, `${url}/recall`);
  // Misread: the check character says so, and what was meant is offered.
  await page.getByRole("textbox", { name: "What is it about?" }).fill(old.replace("001", "007"));
  await page.getByRole("button", { name: "Find it" }).click();
  await expect(page.getByRole("alert").first()).toContainText("its check character does not fit");
  await page.getByRole("link", { name: old, exact: true }).click();
  await expect(page.getByText("Block what is here (4 things), then tell 2 buyers")).toBeVisible();
  await page.getByText("Begin a drill").click();
  await page.getByLabel("What happened").fill("a jar tastes sour");
  await page.getByRole("button", { name: "Start the clock" }).click();
  await expect(page.getByText(/Drill 1 begun/).first()).toBeVisible();
  await go(page, `${url}/recall?drill=1`);
  await expect(page.getByRole("timer")).toContainText("running");
  await page.getByRole("button", { name: "Block all here" }).click();
  await expect(page.getByText("What is here is blocked. Tell 2 buyers")).toBeVisible();
  await expect(page.getByRole("link", { name: "Call +00 55 1" })).toHaveAttribute("href", "tel:+00551");
  await page.getByRole("button", { name: "Told" }).first().click();
  await expect(page.getByText("What is here is blocked. Tell 1 buyer")).toBeVisible();
  await page.getByLabel("What was missing, and what changes").fill("the bakery's number");
  await page.getByRole("button", { name: "End the drill" }).click();
  await expect(page.getByRole("timer")).toContainText("in all");
  const csv = await (await page.request.get(`${url}/recall-list?drill=1&as=csv`)).text();
  expect(csv).toContain("Harbour Deli");
  expect(csv).toContain("blocked");
});

test("an owner's jars go to the owner, and the statement says what is still due", async ({
  page,
  emptyHouse,
}) => {
  const { act, url } = await packed(page, emptyHouse);
  await act("keep-separate", { colonies: "3", owner: "Ada Fen", agreedKg: 4 });
  await act("pull-supers", { supers: [{ tag: "43", colony: "3", cappedPct: 97, grossKg: 15 }] });
  const { batch } = await act<{ batch: number }>("start-batch", { supers: ["43"], despite: "dry" });
  await act("fill-pail", { pail: "3", grossKg: 9, batch });
  const { lot } = await act<{ lot: string }>("issue-lot", {
    honeyKind: "Garden honey",
    jarG: 250,
    jars: 20,
    pails: [{ pail: "3", kg: 5 }],
    despite: "not read",
  });
  await go(page, `${url}/out?do=send&lot=${lot}`);
  await page.getByLabel("Jars", { exact: true }).fill("8");
  await page.getByLabel("Buyer").fill("Mill Bakery");
  await page.getByRole("button", { name: "Send them" }).click();
  await expect(page.getByText(/is Ada Fen's own honey: it goes to Ada Fen/).first()).toBeVisible();
  await page.getByLabel("Buyer").fill("Ada Fen");
  await page.getByRole("button", { name: "Send them" }).click();
  await expect(page.getByText(`8 jars of lot ${lot} to Ada Fen`).first()).toBeVisible();
  await go(page, `${url}/out/owners`);
  const ada = page.getByRole("region", { name: "Ada Fen" });
  await expect(ada).toContainText("To get 4.0 kg, as agreed by colony; 2.0 kg still to be given.");
  await expect(ada).toContainText("What they got is their own, by every movement.");
  expect((await page.request.get(`${url}/owner/Ada%20Fen`)).headers()["content-type"]).toBe(
    "application/pdf",
  );
});

test("a colony is corrected after bottling: what would change is seen first, then done in one step", async ({
  page,
  emptyHouse,
}) => {
  const { pull, old, url } = await packed(page, emptyHouse);
  await go(page, `${url}/tape/${pull.entry}`);
  await page.getByLabel("What was wrong").selectOption("supers.0.colony");
  await page.getByLabel("It should be").fill("3");
  await page.getByLabel("How it came to light").fill("read the wrong lid");
  await page.getByRole("button", { name: "See what changes" }).click();
  await expect(
    page.getByText(
      `Lot ${old} would come from colony 2, Weir Field; 3, Weir Field, not from 1, Weir Field; 2, Weir Field.`,
    ),
  ).toBeVisible();
  await page.getByRole("button", { name: "Correct it" }).click();
  await expect(page.getByText(/^\d\d:\d\d ?Corrected: |Corrected: "/).first()).toBeVisible();
  await expect(page).not.toHaveURL(new RegExp(`/tape/${pull.entry}$`));
  await go(page, `${url}/trace/lot/${old}`);
  await expect(page.getByRole("row", { name: /^Colony 3 Weir Field 4.50/ })).toBeVisible();
  // By keyboard: the picture's own parts take the focus, and Enter follows them.
  const picture = page.getByRole("region", { name: /^Flow of kilograms/ });
  await picture.focus();
  for (let i = 0; i < 8; i++) {
    await page.keyboard.press("Tab");
    if (await page.evaluate(() => document.activeElement?.getAttribute("href") === "/trace/batch/1")) break;
  }
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/trace\/batch\/1$/);
});

test("a paper is checked by what it is, and hangs on its entry", async ({ page, emptyHouse }) => {
  const { pull, url } = await packed(page, emptyHouse);
  await go(page, `${url}/tape/${pull.entry}`);
  const choose = page.getByLabel(/^Attach a photo or PDF/);
  await choose.setInputFiles({
    name: "letter.pdf",
    mimeType: "application/pdf",
    buffer: Buffer.from("<svg onload=alert(1)>"),
  });
  await expect(page.getByRole("alert").first()).toContainText("neither a picture");
  await choose.setInputFiles({
    name: "letter.pdf",
    mimeType: "application/pdf",
    buffer: Buffer.from("%PDF-1.4\n1 0 obj<<>>endobj\n%%EOF\n"),
  });
  await expect(page.getByRole("link", { name: "letter", exact: true })).toBeVisible();
  const paper = await page.request.get(`${url}/papers/1`);
  expect(paper.headers()["content-security-policy"]).toContain("object-src 'none'");
  expect(paper.headers()["content-disposition"]).toContain("attachment");
});
