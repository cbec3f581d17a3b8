import { asProgram } from "@/house/testing/door";
import { expect, go, test } from "./house";

test("wet is blended with dry to the limit, its price read, changed by hand, poured and found mixed", async ({
  page,
  emptyHouse,
}) => {
  const { url } = emptyHouse;
  const act = async (name: string, data: object) => {
    const answer = await page.request.post(`${url}/api/v1/commands/${name}`, {
      data,
      headers: {
        ...asProgram("nobody"),
        "idempotency-key": `${name}-${Math.random().toString(36).slice(2)}-blend`,
      },
    });
    expect(answer.ok(), `${name}: ${await answer.text()}`).toBe(true);
  };
  await act("set-house", { name: "Mixing House", country: "Holmland", lotPrefix: "M" });
  await act("add-pails", { tags: "1-3", emptyKg: 1, holdsKg: 27 });
  await act("add-vessels", { kind: "drum", tags: "3", emptyKg: 20, holdsKg: 290 });
  await act("add-vessels", { kind: "tank", tags: "1", holdsL: 100, diameterCm: 45 });
  for (const [vessel, kg, value] of [
    ["drum 3", 100, 19],
    ["pail 1", 25, 16.3],
    ["pail 2", 25, 16.6],
  ] as const) {
    await act("receive-honey", { what: "opening", country: "Holmland", into: [{ vessel, kg }] });
    for (let i = 0; i < 2; i++) await act("read-moisture", { vessel, value, tempC: 20 });
  }

  await go(page, `${url}/store?do=blend`);
  const blend = page.getByRole("form", { name: "Blend" });
  await blend.getByLabel("Wanted").fill("60");
  await blend.getByLabel("Water at most").fill("18");
  await expect(
    blend.getByText(/Water holds it back: 0\.1 % more would free \d\.\d kg more of drum 3\./),
  ).toBeVisible();
  await expect(
    blend.getByRole("img", {
      name: /foretold 17\.\d+ % water, at most 1(7\.9|8\.0)\d* %; the limit is 18 %/,
    }),
  ).toBeVisible();
  const choice = (name: string) => blend.getByRole("button", { name: new RegExp(`^${name}`) });
  await expect(choice("Drum 3")).toHaveAttribute("aria-pressed", "true");

  // More than the limit lets be: it says what would have to give.
  await blend.getByLabel("Wanted").fill("120");
  await expect(
    blend.getByText(/There is no such blend: within the limits about \d+\.\d kg is the most\./),
  ).toBeVisible();
  await expect(blend.getByText(/It would be one with water up to about \d\d\.\d+ %\./)).toBeVisible();
  await expect(blend.getByRole("button", { name: /^Blend/ })).toHaveAttribute("aria-disabled", "true");

  // By hand: pail 2 is left out, and everything is reckoned anew.
  await blend.getByLabel("Wanted").fill("40");
  await choice("Pail 2").click();
  await expect(choice("Pail 2")).toContainText("in by hand");
  await choice("Pail 2").click();
  await expect(choice("Pail 2")).toContainText("left out");
  await expect(choice("Pail 2")).toHaveAttribute("aria-pressed", "false");
  await expect(blend.getByRole("img", { name: /of pail 1.* of drum 3: 40\.0 kg in all/ })).toBeVisible();
  await expect(blend.getByLabel("Blended in")).toHaveValue("tank 1");
  // Nothing is rescued in silence: so wet a drum is smelt first, and the reason stays.
  await expect(blend.getByText(/Drum 3 may be fermenting: smell it before it is mixed/)).toBeVisible();
  await blend.getByLabel("All the same, because").fill("smelt it, it is sweet");
  await blend.getByRole("button", { name: "Blend 40.0 kg" }).click();
  await expect(
    blend.getByText(/40\.0 kg blended from pail 1 and drum 3 in tank 1; foretold 1\d\.\d % water/),
  ).toBeVisible();

  await go(page, `${url}/store?do=mixed&from=tank%201`);
  const mixed = page.getByRole("form", { name: "Read top and bottom" });
  await mixed.getByLabel("Water at the top").fill("18.1");
  await mixed.getByLabel("at the bottom").fill("17.1");
  await mixed.getByRole("button", { name: "Read top and bottom" }).click();
  await expect(mixed.getByText(/Tank 1 is not mixed, 1\.0 points apart/)).toBeVisible();
});
