import { expect, go, test } from "./house";

test("thirty jars on the scale: one is under its label, both verdicts say so apart, and it is mended", async ({
  page,
  emptyHouse,
}) => {
  await go(page, `${emptyHouse.url}/bottle?do=weigh`);
  const form = page.getByRole("form", { name: "Weigh jars" });
  await form.getByLabel("Label says").fill("454");
  await form.getByLabel("Jars filled").fill("30");
  // At a scale's speed, one after the other.
  const next = form.getByLabel("Next jar, net");
  for (let i = 0; i < 29; i++) {
    await next.fill(String(455 + (i % 4)));
    await next.press("Enter");
  }
  await expect(form).toContainText("The 29 jars weighed hold their label; of the others nobody knows");
  await next.fill("438,5");
  await next.press("Enter");
  await expect(form).toContainText(
    "1 jar under the label: the packer's duty is broken. Top it up or open it.",
  );
  await expect(form).toContainText("As an inspector's sample (OIML R 87) they would pass.");
  // The same jars by other rules: one beyond what may be is one too many there.
  await form.getByLabel("Rules").selectOption("us-hb133");
  await form.getByLabel("Label says").fill("453.6");
  await expect(form).toContainText(/As an inspector's sample \(USA.*\) they would pass/);
  await form
    .getByLabel(/All of them/)
    .fill((await form.getByLabel(/All of them/).inputValue()).replace("438,5", "430"));
  await expect(form).toContainText(/As an inspector's sample \(USA.*\) they would fail/);
  // A comma that may part two weights is asked about.
  const all = form.getByLabel(/All of them/);
  const before = await all.inputValue();
  await all.fill(`${before} 455,456`);
  await expect(form).toContainText('"455,456" may be one weight or several');
  // Topped up and weighed again.
  await all.fill(before.replace("430", "456"));
  await form.getByLabel("Rules").selectOption("oiml-r87");
  await form.getByLabel("Label says").fill("454");
  await expect(form).toContainText("Every jar holds what its label says.");
  await expect(form).toContainText(/aim for 45\d\.\d g: the duty is kept in 99 fillings of 100/);
  await form.getByRole("button", { name: "Keep this weighing" }).click();
  await expect(form.getByText(/30 jars of 454 g weighed, mean 456\.\d g\. Every jar holds/)).toBeVisible();
});
