/**
 * Whose links a browser has followed, kept by the browser itself in a cookie (RFC 6265) that we sign: the server knows
 * of nobody who has bought nothing. What was changed, or is another school's, says nothing.
 */
import type { Instant } from "@dawngate/core/time";
import { keyed } from "../../base/keyed";
import type { Touch, Touches } from "../../base/touches";

/** So many links a browser remembers; the last one counts, the others explain it. */
const MOST = 5;
const ONE = /^(p-[0-9a-f]{12})\.(\d{1,12})$/;

/** @param secret the server's */
export function openTouches(secret: string): Touches {
  const key = keyed(secret, "links of partners");
  return {
    write(school, touches) {
      const said = touches
        .slice(-MOST)
        .map(({ partner, at }) => `${partner}.${Math.floor(at / 1000)}`)
        .join("_");
      return `${said}~${key.sign([school, said])}`;
    },
    read(school, kept = "") {
      const [said = "", sign = "", ...more] = kept.slice(0, 1000).split("~");
      if (more.length > 0 || !key.holds([school, said], sign)) return [];
      return said.split("_").flatMap((one) => {
        const [, partner, seconds] = ONE.exec(one) ?? [];
        return partner ? [{ partner, at: (Number(seconds) * 1000) as Instant }] : [];
      });
    },
  };
}

/** The same, with one followed now; of one partner the last time counts. */
export const withTouch = (touches: readonly Touch[], touch: Touch): Touch[] => [
  ...touches.filter(({ partner }) => partner !== touch.partner),
  touch,
];
