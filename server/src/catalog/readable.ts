/** A public page as text for readers without scripts and for search engines: block by block, as it stands on the page. */
import type { PublicCourse } from "@dawngate/contract/catalog";
import type { Announcement } from "@dawngate/contract/page";
import type { Block, BlockOf } from "@dawngate/core/catalog";
import type { CourseCard } from "@dawngate/core/courses";
import { linesOf, questionsOf } from "@dawngate/core/courses/lines";
import { escaped } from "../base/html";

/** What a page says, whatever it is about. */
export interface Said {
  title: string;
  short: string;
  description: string;
  card: CourseCard;
  points: readonly string[];
  /** "€190.00"; null: nothing is asked. */
  price: string | null;
  courses: readonly { title: string; modules: PublicCourse["modules"] }[];
  announcements: readonly Announcement[];
  blocks: readonly Block[];
}

const words = (text: string) => text.replace(/[#*_>`]/g, "").trim();
const paragraphs = (text: string) =>
  text
    .split(/\n\s*\n/)
    .map(words)
    .filter((one) => one !== "")
    .map((one) => `<p>${escaped(one)}</p>`)
    .join("");
const headed = (title: string, rest: string) =>
  rest === "" ? "" : `<h2>${escaped(title)}</h2>${rest}`;
const list = (lines: readonly string[]) =>
  lines.length === 0 ? "" : `<ul>${lines.map((line) => `<li>${escaped(line)}</li>`).join("")}</ul>`;
const asked = (text: string) =>
  questionsOf(text)
    .map(({ question, answer }) => `<h3>${escaped(question)}</h3>${paragraphs(answer)}`)
    .join("");

function outline({ shown }: BlockOf<"outline">, courses: Said["courses"]): string {
  const modules = (all: PublicCourse["modules"]) =>
    `<ol>${all
      .map(({ title, lessons }, i) =>
        shown === "modules" || (shown === "beginning" && i > 0)
          ? `<li>${escaped(title)}</li>`
          : `<li>${escaped(title)}${list(lessons.map((lesson) => lesson.title))}</li>`,
      )
      .join("")}</ol>`;
  return courses
    .map((course) =>
      courses.length > 1
        ? `<h3>${escaped(course.title)}</h3>${modules(course.modules)}`
        : modules(course.modules),
    )
    .join("");
}

/** What each kind says; what only a script can show says nothing here. */
function sayBlock(block: Block, said: Said): string {
  const { card } = said;
  switch (block.kind) {
    case "opening": {
      const line = block.says || said.short;
      return `<h1>${escaped(said.title)}</h1>${line ? `<p>${escaped(line)}</p>` : ""}`;
    }
    case "price":
      return said.price === null ? "" : `<p>${escaped(said.price)}</p>`;
    case "text":
      return `${block.title ? `<h2>${escaped(block.title)}</h2>` : ""}${paragraphs(block.text || said.description)}`;
    case "gains": {
      const own = linesOf(block.lines);
      const lines = own.length > 0 ? own : [...said.points, ...linesOf(card.outcomes)];
      return headed(block.title || "What you get", list(lines));
    }
    case "audience":
      return [
        ["Whom it is for", card.audience],
        ["What you need beforehand", card.needs],
        ["Before you enroll", card.note],
      ]
        .map(([title = "", text]) => headed(title, paragraphs(text ?? "")))
        .join("");
    case "outline":
      return headed(block.title || "What is in it", outline(block, said.courses));
    case "teacher":
      return headed(
        "Who teaches it",
        paragraphs(block.name || (card.teacher ?? "")) +
          paragraphs(block.about || (card.aboutTeacher ?? "")),
      );
    case "questions":
      return headed(block.title || "What people ask", asked(block.text || (card.questions ?? "")));
    case "voices":
      return headed(
        block.title || "What people say",
        questionsOf(block.text)
          .map(
            ({ question, answer }) =>
              `<blockquote><p>${escaped(question)}</p><footer>${escaped(answer)}</footer></blockquote>`,
          )
          .join(""),
      );
    case "announcements":
      return headed(
        block.title || "Announcements",
        said.announcements
          .map(({ title, text }) => `<h3>${escaped(title)}</h3>${paragraphs(text)}`)
          .join(""),
      );
    case "dates":
    case "countdown":
    case "button":
      return "";
  }
}

/** The page, with its title on top whatever it is made of. */
export function readable(said: Said): string {
  const text = said.blocks.map((block) => sayBlock(block, said)).join("");
  return said.blocks.some(({ kind }) => kind === "opening")
    ? text
    : `<h1>${escaped(said.title)}</h1>${text}`;
}
