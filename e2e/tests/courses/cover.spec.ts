/** A cover of one's own: chosen, looked at, cut to each place, given up again. */
import type { Page } from "@playwright/test";
import { accessibilityFaults, expect, moreTool, test } from "../helpers";

/** A picture with a bright disk at a fifth of its width, as a camera would give it. */
async function picture(page: Page): Promise<Buffer> {
  const url = await page.evaluate(() => {
    const canvas = document.createElement("canvas");
    canvas.width = 3000;
    canvas.height = 1500;
    const pen = canvas.getContext("2d") as CanvasRenderingContext2D;
    const sky = pen.createLinearGradient(0, 0, 0, 1500);
    sky.addColorStop(0, "#33245c");
    sky.addColorStop(1, "#e8a06a");
    pen.fillStyle = sky;
    pen.fillRect(0, 0, 3000, 1500);
    pen.fillStyle = "#fff3d6";
    pen.beginPath();
    pen.arc(600, 450, 180, 0, 7);
    pen.fill();
    return canvas.toDataURL("image/jpeg", 0.9);
  });
  return Buffer.from(url.split(",")[1] ?? "", "base64");
}

/** The first bytes of a PNG of so many pixels each way (W3C PNG, 11.2.1). */
function hugePng(pixels: number): Buffer {
  const head = Buffer.from(
    "89504e470d0a1a0a0000000d49484452000000000000000008020000000000000000",
    "hex",
  );
  head.writeUInt32BE(pixels, 16);
  head.writeUInt32BE(pixels, 20);
  return head;
}

test("a picture becomes the cover, its point in sight; what is none is refused in words", async ({
  page,
}) => {
  await page.goto("/ember-row/courses");
  await page.getByLabel("Working title").fill(`Cover ${Date.now() % 100_000}`);
  await page.getByRole("radio", { name: "A free taster" }).click();
  await page.getByRole("button", { name: "Make a course" }).click();
  await moreTool(page, "Settings, card and cover");
  const group = page.getByRole("dialog").getByRole("group", { name: "The cover" });
  const choose = (name: string, mimeType: string, buffer: Buffer) =>
    group.locator("input[type=file]").setInputFiles({ name, mimeType, buffer });
  await choose("bread.png", "image/png", Buffer.from("Flour, water, patience"));
  await expect(group.getByText(/^bread\.png: This is not a picture/)).toBeVisible();
  await choose("wall.png", "image/png", hugePng(20_000));
  await expect(group.getByText(/20,000 × 20,000 pixels, more than a browser/)).toBeVisible();
  await choose("half.png", "image/png", hugePng(900));
  await expect(group.getByText(/^half\.png: The picture is damaged/)).toBeVisible();

  await choose("dawn.jpg", "image/jpeg", await picture(page));
  await expect(group.getByText("on a wide screen")).toBeVisible();
  const across = group.getByLabel(/The point in sight, across/);
  await across.focus();
  await across.fill("20");
  await across.press("ArrowLeft");
  const phone = group.locator("img").last();
  // 19 percent across a picture of 2 to 1, cut to 16 to 9: as far left as it goes.
  await expect(phone).toHaveCSS("object-position", "0% 50%");
  const box = await group.locator("img").first().boundingBox();
  if (!box) throw new Error("no picture");
  await group
    .locator("img")
    .first()
    .click({ position: { x: box.width / 2, y: 20 } });
  await expect(phone).toHaveCSS("object-position", "50% 50%");
  expect(await accessibilityFaults(page)).toEqual([]);

  await page.getByRole("button", { name: "Close" }).click();
  await page.getByRole("button", { name: "Publish", exact: true }).click();
  await expect(page.getByText("Version 1 is published.")).toBeVisible();
  await page.goto(
    page
      .url()
      .replace("/courses/", "/c/")
      .replace(/\/edit$/, ""),
  );
  const cover = page.locator("img");
  await expect(cover).toBeVisible();
  expect(
    await cover.evaluate((one: HTMLImageElement) => [one.naturalWidth, one.naturalHeight]),
  ).toEqual([2400, 1200]);
  expect(await accessibilityFaults(page)).toEqual([]);
});
