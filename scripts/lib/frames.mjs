// How smooth something is in a browser: the frames that pass while it happens.

/** The middle of some figures. */
export const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1] ?? Number.NaN;

/** Frames while something happens: the median time between two, and how many took longer than two of sixty a second. */
export async function frames(page, what, act) {
  await page.evaluate(() => {
    window.frames = [];
    let before = performance.now();
    const next = (now) => {
      window.frames?.push(now - before);
      before = now;
      if (window.frames) requestAnimationFrame(next);
    };
    requestAnimationFrame(next);
  });
  await act();
  const seen = await page.evaluate(() => {
    const list = window.frames;
    window.frames = null;
    return list;
  });
  const slow = seen.filter((ms) => ms > 34).length;
  console.log(
    `${what.padEnd(10)} ${median(seen).toFixed(1)} ms a frame at the median, ${slow} of ${seen.length} took longer than 34 ms`,
  );
}
