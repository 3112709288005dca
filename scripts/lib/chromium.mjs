// How Debian's Chromium is started here: headless, and asking nobody outside.
export const CHROMIUM = "/usr/bin/chromium";
export const CHROMIUM_FLAGS = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];
