import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type Browser, chromium } from "@playwright/test";
import bwip from "bwip-js/node";
import { cookieOf } from "@/house/testing/door";
import { expect, ready, test } from "./house";

/** A camera that looks at one code. */
async function lookingAt(
  browser: Browser,
  code: { bcid: string; text: string },
): Promise<{ camera: Browser; end: () => Promise<void> }> {
  const png = await bwip.toBuffer({ ...code, scale: 4, ...(code.bcid === "code128" ? { height: 18 } : {}) });
  const page = await browser.newPage({ viewport: { width: 640, height: 480 } });
  await page.setContent(
    `<body style="margin:0;display:grid;place-items:center;height:100vh;background:#fff"><img src="data:image/png;base64,${png.toString("base64")}">`,
  );
  const frame = await page.screenshot({ type: "jpeg", quality: 95 });
  await page.close();
  const folder = mkdtempSync(join(tmpdir(), "aumbry-camera-"));
  writeFileSync(join(folder, "seen.mjpeg"), Buffer.concat(Array.from({ length: 10 }, () => frame)));
  const camera = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
    args: [
      "--no-sandbox",
      "--disable-gpu",
      "--use-fake-ui-for-media-stream",
      "--use-fake-device-for-media-stream",
      `--use-file-for-fake-video-capture=${join(folder, "seen.mjpeg")}`,
    ],
  });
  return {
    camera,
    end: async () => {
      await camera.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

test("the tablet's camera reads a label's QR code and a tag's bars into the line", async ({
  demoHouse: { url },
  browser,
}) => {
  for (const [code, opens] of [
    [{ bcid: "code128", text: "s18" }, "/trace/super/18"],
    [{ bcid: "qrcode", text: "pail 26" }, "/trace/pail/26"],
  ] as const) {
    const { camera, end } = await lookingAt(browser, code);
    const context = await camera.newContext({ serviceWorkers: "block" });
    await context.addCookies([cookieOf("Ines", url)]);
    const page = await context.newPage();
    await page.goto(url);
    await ready(page);
    await page.getByRole("button", { name: "Scan with the camera" }).click();
    await expect(page).toHaveURL(url + opens, { timeout: 60_000 });
    await end();
  }
});

test("a browser that is not let at the camera says so", async ({ demoHouse: { url }, page }) => {
  await page.goto(url);
  await ready(page);
  await page.getByRole("button", { name: "Scan with the camera" }).click();
  await expect(page.getByRole("dialog").getByRole("alert")).toContainText(/camera/);
});
