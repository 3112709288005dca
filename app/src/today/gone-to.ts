/** Where one went by the command box, in this browser: what is used most, and last, stands first. */
import type { Goal } from "./goal";

interface Gone extends Goal {
  times: number;
  last: number;
}

const MOST = 30;
const nameOf = (school: string) => `dawngate-gone-${school}`;

function readGone(school: string): Gone[] {
  try {
    const found = JSON.parse(localStorage.getItem(nameOf(school)) ?? "[]") as unknown;
    return Array.isArray(found)
      ? (found as Gone[]).filter(({ href }) => typeof href === "string")
      : [];
  } catch {
    // A browser that keeps nothing, or something that is not ours.
    return [];
  }
}

/** Once more, or a day later, counts the same. */
const DAY = 86_400_000;
const rank = ({ times, last }: Gone) => times + last / DAY;

export function latest(school: string, most = 5): Goal[] {
  return readGone(school)
    .sort((a, b) => rank(b) - rank(a))
    .slice(0, most)
    .map(({ kind, title, says, href }) => ({ kind, title, says, href }));
}

/** What was found, where one went before in front of the rest; the others stay in their order. */
export function usedFirst(school: string, goals: readonly Goal[]): Goal[] {
  const used = latest(school, MOST).map(({ href, title }) => `${href} ${title}`);
  const place = ({ href, title }: Goal) => {
    const at = used.indexOf(`${href} ${title}`);
    return at < 0 ? used.length : at;
  };
  return [...goals].sort((a, b) => place(a) - place(b));
}

export function remember(school: string, goal: Goal): void {
  const all = readGone(school);
  const known = all.find(({ href, title }) => href === goal.href && title === goal.title);
  const gone = { ...goal, times: (known?.times ?? 0) + 1, last: Date.now() };
  const kept = [gone, ...all.filter((one) => one !== known)].slice(0, MOST);
  try {
    localStorage.setItem(nameOf(school), JSON.stringify(kept));
  } catch {
    // Full, or forbidden: it is found by its name.
  }
}
