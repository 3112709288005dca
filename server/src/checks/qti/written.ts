/** Text within XML: nothing in it is read as anything but text, and what XML 1.0 has no place for is left out (its section 2.2). */
import { escaped } from "../../base/html";

export const written = (text: string): string =>
  escaped(text.replaceAll(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, ""));
