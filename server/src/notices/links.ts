/** Links in the words of a notice: one that leads nowhere is found before anybody gets it. */
import type { OwnField } from "@dawngate/contract/own-fields";
import type { TextKind } from "@dawngate/core/notices";
import type { SchoolTransaction } from "../db/connection";
import { faultsOfWords } from "../people/fields/in-words";
import { leadsSomewhere } from "./links-store";

/** So many links of a text are looked at. */
const MOST = 20;
const LINK = /\bhttps?:\/\/[^\s<>"“”{}]*/gi;
/** What ends a sentence is not of the link. */
const AFTER = /[.,;:!?)\]]+$/;

/** Pages of the school that are everybody's. */
const PAGES = new Set(["", "shelf", "dates", "me"]);
/** Pages beside the schools. */
const BESIDE = new Set(["", "sign-in", "sign-up", "forgot", "enter"]);

/** Where the school is reached. */
interface At {
  baseUrl: string;
  slug: string;
}

/** All that is wrong with the words of a kind, by field: fields that cannot be filled, links that lead nowhere. */
export async function faultsIn(
  tx: SchoolTransaction,
  kind: TextKind,
  words: { subject: string; text: string },
  fields: readonly OwnField[],
  at: At,
) {
  return [...faultsOfWords(kind, words, fields), ...(await faultsOfLinks(tx, words, at))];
}

/** What is wrong with the links of some words, by field. Other sites are not asked: whether they answer changes. */
export async function faultsOfLinks(
  tx: SchoolTransaction,
  words: { subject: string; text: string },
  at: At,
): Promise<{ path: "subject" | "text"; reason: string }[]> {
  const faults: { path: "subject" | "text"; reason: string }[] = [];
  for (const path of ["subject", "text"] as const)
    for (const [found] of [...words[path].matchAll(LINK)].slice(0, MOST)) {
      const link = found.replace(AFTER, "");
      const why = await whyNowhere(tx, link, at);
      if (why !== null) faults.push({ path, reason: `“${link}” leads nowhere: ${why}` });
    }
  return faults;
}

/** Null: it was never written by what writes addresses. */
function decoded(part: string): string | null {
  try {
    return decodeURIComponent(part);
  } catch {
    return null;
  }
}

/** Null: it leads somewhere, or to another site. */
async function whyNowhere(
  tx: SchoolTransaction,
  link: string,
  { baseUrl, slug }: At,
): Promise<string | null> {
  if (!URL.canParse(link)) return "it is no address";
  const url = new URL(link);
  if (!/[.:]|^localhost$/.test(url.hostname)) return "it names no site";
  if (url.origin !== new URL(baseUrl).origin) return null;
  const [school = "", page = "", id = "", ...more] = url.pathname.split("/").slice(1);
  if (school !== slug) return BESIDE.has(school) ? null : "it is of no school, or of another";
  if (id === "") return PAGES.has(page) ? null : "the school has no such page for everybody";
  if (page === "shelf") return "it is one person's own; the button leads each to theirs";
  if (more.length > 0 || !["c", "p", "o"].includes(page))
    return "the school has no such page for everybody";
  const kind = page === "c" ? "course" : "listing";
  const address = decoded(id);
  if (address !== null && (await leadsSomewhere(tx, kind, address))) return null;
  return kind === "course"
    ? "no course is published at this address"
    : "nothing is on sale at this address";
}
