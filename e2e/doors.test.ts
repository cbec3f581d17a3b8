/** One line a browser, a dead one said and mended, and what a hostile page can do: nothing. */

import { createServer } from "node:http";
import type { Page } from "@playwright/test";
import { connect } from "@/db/connection";
import { faultyWire } from "@/db/testing/faulty-wire";
import { cookieOf } from "@/house/testing/door";
import { expect, ready, type ServedHouse, test } from "./house";
import { wifiTo } from "./wifi";

const enter = (page: Page, name: string) =>
  page.evaluate(async (yard) => {
    const response = await fetch("/api/v1/commands/add-yard", {
      method: "POST",
      headers: {
        "content-type": "application/json",
        "idempotency-key": `test-${yard.replaceAll(" ", "-")}-key`,
      },
      body: JSON.stringify({ name: yard, country: "Holmland" }),
    });
    return { status: response.status, detail: ((await response.json()) as { detail?: string }).detail ?? "" };
  }, name);

const asInes = (page: Page, house: ServedHouse) => page.context().addCookies([cookieOf("Ines", house.url)]);

test("more tabs than a browser has lines stay live on one, also when the one that listens is closed", async ({
  page,
  demoHouse,
}) => {
  await asInes(page, demoHouse);
  const context = page.context();
  const listening = new Set<Page>();
  context.on("request", (request) => {
    if (request.url().endsWith("/api/v1/events")) listening.add(request.frame().page());
  });
  const tabs: Page[] = [];
  // A browser keeps six lines to a house.
  for (let i = 0; i < 8; i++) {
    const tab = await context.newPage();
    await tab.goto(`${demoHouse.url}/checks`);
    await ready(tab);
    tabs.push(tab);
  }
  expect(listening.size).toBe(1);
  const [leader] = [...listening];
  const last = tabs.at(-1) as Page;
  expect((await enter(last, "First Field")).status).toBe(200);
  for (const tab of tabs) await expect(tab.getByText("Yard First Field set up.").first()).toBeVisible();
  await leader?.close();
  const left = tabs.filter((tab) => tab !== leader);
  await expect.poll(() => listening.size).toBe(2);
  const other = left.find((tab) => !listening.has(tab)) as Page;
  await expect(other.locator("html")).toHaveAttribute("data-live", "on");
  expect((await enter(other, "Second Field")).status).toBe(200);
  for (const tab of left) await expect(tab.getByText("Yard Second Field set up.").first()).toBeVisible();
});

test("a house that is gone is said in words on the screen, and mends itself with what was typed", async ({
  page,
  demoHouse,
}) => {
  const { url, away, back } = await wifiTo(demoHouse.url);
  await page.context().addCookies([cookieOf("Ines", url)]);
  await page.goto(`${url}/set-up`);
  await ready(page);
  await page.getByLabel("Address").fill("Half typed");
  await away();
  await expect(page.getByText("No word from the house since")).toBeVisible();
  await back();
  await expect(page.getByText("No word from the house since")).toBeHidden();
  await expect(page.getByLabel("Address")).toHaveValue("Half typed");
  expect((await enter(page, "After It")).status).toBe(200);
  await expect(page.getByText("Yard After It set up.").first()).toBeVisible();
});

test("records that are away are said on the screen, by a command and by a page, and come back", async ({
  page,
  demoHouse,
}) => {
  const wire = await faultyWire(demoHouse.databaseUrl);
  const url = await demoHouse.secondCopy({ databaseUrl: wire.url });
  await page.context().addCookies([cookieOf("Ines", url)]);
  await page.goto(`${url}/set-up`);
  await ready(page);
  wire.be("silent");
  await expect(page.getByText("The house's records are away since")).toBeVisible();
  const refused = await enter(page, "Not Now");
  expect(refused.status).toBe(503);
  expect(refused.detail).toContain("Nothing was written");
  const other = await page.context().newPage();
  const answer = await other.goto(`${url}/yard`);
  expect(answer?.status()).toBe(503);
  await expect(other.getByRole("heading", { name: "The house’s records cannot be reached" })).toBeVisible();
  wire.be("none");
  await expect(page.getByText("The house's records are away since")).toBeHidden();
  expect((await enter(page, "Now")).status).toBe(200);
  // The page looked again by itself.
  await expect(other.getByRole("heading", { name: "Yard", exact: true })).toBeVisible();
  await wire.close();
});

test("a page of another origin reads nothing, writes nothing, frames nothing", async ({
  page,
  demoHouse,
}) => {
  const db = connect(demoHouse.ownerUrl, { patient: true, most: 1 });
  const count = async () => Number((await db("entry").count("* as n").first())?.n);
  const before = await count();
  const hostile = createServer((_, response) => {
    response.setHeader("content-type", "text/html");
    response.end(`<!doctype html><title>Free jars</title><iframe src="${demoHouse.url}/"></iframe>
      <form method="post" enctype="text/plain" action="${demoHouse.url}/api/v1/csv/yards"><input name="name,country&#10;Evil" value=",Holmland"></form>`);
  });
  await new Promise<void>((resolve) => hostile.listen(0, "127.0.0.1", resolve));
  const { port } = hostile.address() as { port: number };
  await asInes(page, demoHouse);
  // "localhost" and "127.0.0.1" are one machine and two sites; the same name at another port is another origin.
  for (const at of [`http://localhost:${port}/`, `http://127.0.0.1:${port}/`]) {
    await page.goto(at);
    const told = await page.evaluate(async (house) => {
      const tried: Record<string, unknown> = {};
      const post = (path: string, type: string, body: string) =>
        fetch(`${house}${path}`, {
          method: "POST",
          mode: "no-cors",
          credentials: "include",
          headers: { "content-type": type },
          body,
        }).then(
          () => "opaque",
          () => "failed",
        );
      tried.csv = await post("/api/v1/csv/yards", "text/plain", "name,country\nEvil,Holmland\n");
      tried.command = await post("/api/v1/commands/add-yard", "text/plain", '{"name":"Evil"}');
      tried.standIn = await post("/api/v1/stand-ins/scale", "text/plain", '{"super":"41"}');
      tried.read = await fetch(`${house}/api/v1/trace/yard/Kiln%20Field`).then(
        (r) => r.text(),
        () => "failed",
      );
      tried.stream = await new Promise((resolve) => {
        const source = new EventSource(`${house}/api/v1/events`);
        source.onmessage = () => resolve("heard");
        source.onopen = () => resolve("open");
        source.onerror = () => resolve("failed");
      });
      return tried;
    }, demoHouse.url);
    expect(told).toMatchObject({ read: "failed", stream: "failed" });
    // A frame the house refuses has no document of its own.
    expect(await page.frames()[1]?.locator("main").count()).toBe(0);
    await Promise.all([page.waitForNavigation(), page.evaluate(() => document.forms[0]?.submit())]);
    await expect(page.locator("body")).toContainText("Another site's page may not do that here.");
  }
  expect(await count()).toBe(before);
  hostile.close();
  await db.destroy();
});

test("at a foreign name that leads here the house does not answer", async ({ playwright, demoHouse }) => {
  const browser = await playwright.chromium.launch({
    executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
    args: [
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--host-resolver-rules=MAP jars.example 127.0.0.1",
    ],
  });
  const page = await browser.newPage();
  const answer = await page.goto(`http://jars.example:${new URL(demoHouse.url).port}/`);
  expect(answer?.status()).toBe(421);
  await expect(page.locator("body")).toContainText("does not go by that name");
  await browser.close();
});

test("a script that somehow got into a page is not run", async ({ page, demoHouse }) => {
  await asInes(page, demoHouse);
  const violations: string[] = [];
  page.on("console", (message) => {
    if (/Content Security Policy/i.test(message.text())) violations.push(message.text());
  });
  const answer = await page.goto(`${demoHouse.url}/nothing-here`);
  // What is not there is as shut as what is.
  expect(answer?.headers()["content-security-policy"]).toMatch(/script-src 'self' 'nonce-[\w+/=]{20,}'/);
  expect(violations).toEqual([]);
  await page.evaluate(() => {
    const script = document.createElement("script");
    script.textContent = "document.title = 'owned'";
    document.body.append(script);
    const image = document.createElement("img");
    image.setAttribute("onerror", "document.title = 'owned'");
    image.src = "/nothing.png";
    document.body.append(image);
  });
  await expect.poll(() => violations.length).toBeGreaterThan(1);
  expect(await page.title()).not.toBe("owned");
});
