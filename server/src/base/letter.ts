/**
 * A letter: what a mail says, written once, as plain text and as HTML that reads the same, in light and dark, with
 * pictures off. Nothing in it follows whoever reads it: no pictures from outside, and links go straight.
 */
import { type Language, spokenIn } from "@dawngate/core/notices";
import { escaped } from "./html";

export interface Letter {
  /** In which it is written; left out: English. */
  language?: Language;
  subject: string;
  /** Who writes: a school, in its color; null: Dawn Gate itself. */
  from: { name: string; color: string; contact: string } | null;
  /** "Hello Mira,"; left out: nobody is known by name. */
  greeting?: string;
  /** Paragraphs, one after another. */
  says: readonly string[];
  /** What stands in two columns: when, and what. */
  dates?: readonly { when: string; what: string }[];
  /** Steps, or single lines, below what was said. */
  lines?: readonly string[];
  /** The one thing to press, and where it leads. */
  button?: { label: string; url: string };
  /** What is said at the end, in small. */
  small?: readonly string[];
  /** A link that stands below all, in small. */
  below?: { label: string; url: string };
}

/** The letter as a mail carries it. */
export function writeLetter(letter: Letter): { subject: string; text: string; html: string } {
  return { subject: letter.subject, text: plain(letter), html: marked(letter) };
}

function plain({ from, greeting, says, dates, lines, button, small, below }: Letter): string {
  const parts = [
    greeting,
    ...says,
    dates?.map(({ when, what }) => `  ${when}: ${what}`).join("\n"),
    lines?.join("\n"),
    button && `${button.label}:\n${button.url}`,
    small?.join("\n"),
    from?.name ?? "Dawn Gate",
    from?.contact,
    below && `${below.label}:\n${below.url}`,
  ];
  return `${parts.filter((part) => part !== undefined && part !== "").join("\n\n")}\n`;
}

/** Looks the same where a mail program knows no styles of its own; what it knows of dark it gets. */
function marked(letter: Letter): string {
  const {
    subject,
    from,
    greeting,
    says,
    dates,
    lines,
    button,
    small,
    below,
    language = "en",
  } = letter;
  const color = /^#[0-9A-Fa-f]{6}$/.test(from?.color ?? "") ? from?.color : "#F2A65A";
  const p = (text: string, style = "") =>
    `<p class="ink" dir="auto" style="margin:0 0 14px;color:#1F1B2E;overflow-wrap:anywhere;${style}">${escaped(text)}</p>`;
  const rows = (dates ?? []).map(
    ({ when, what }) =>
      `<tr><td class="quiet" style="padding:4px 16px 4px 0;color:#655E7C;white-space:nowrap;vertical-align:top">${escaped(when)}</td><td class="ink" dir="auto" style="padding:4px 0;color:#1F1B2E;overflow-wrap:anywhere">${escaped(what)}</td></tr>`,
  );
  return `<!doctype html>
<html lang="${language}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<meta name="color-scheme" content="light dark"><title>${escaped(subject)}</title>
<style>@media (prefers-color-scheme:dark){.page{background:#18142A!important}.ink{color:#F3EEE6!important}.quiet{color:#B5ADC9!important}.press{background:#F3EEE6!important;color:#18142A!important}}</style>
</head><body class="page" style="margin:0;background:#FBF8F3;font:16px/24px 'Source Sans 3',Helvetica,Arial,sans-serif">
<div role="article" aria-roledescription="email" aria-label="${escaped(subject)}" style="max-width:560px;margin:0 auto;padding:24px 20px 40px">
<div class="ink" style="border-top:5px solid ${color};padding-top:14px;margin-bottom:22px;font-weight:600;color:#1F1B2E">${escaped(from?.name ?? "Dawn Gate")}</div>
${greeting === undefined ? "" : p(greeting)}
${says.map((text) => p(text)).join("\n")}
${rows.length === 0 ? "" : `<table role="presentation" style="border-collapse:collapse;margin:0 0 18px;font:inherit">${rows.join("")}</table>`}
${(lines ?? []).map((text) => p(text, "margin-bottom:4px;white-space:pre-wrap")).join("\n")}
${button ? `<p style="margin:20px 0 24px"><a class="press" href="${escaped(button.url)}" style="display:inline-block;background:#221D3D;color:#FFFFFF;text-decoration:none;font-weight:600;padding:12px 22px;border-radius:10px">${escaped(button.label)}</a></p>` : ""}
${(small ?? []).map((text) => `<p class="quiet" style="margin:0 0 8px;font-size:14px;line-height:20px;color:#655E7C">${escaped(text)}</p>`).join("\n")}
${from?.contact ? `<p class="quiet" style="margin:18px 0 0;font-size:14px;line-height:20px;color:#655E7C">${spokenIn(language).questions}: ${escaped(from.contact)}</p>` : ""}
${below ? `<p style="margin:18px 0 0;font-size:14px;line-height:20px"><a class="quiet" href="${escaped(below.url)}" style="color:#655E7C">${escaped(below.label)}</a></p>` : ""}
</div></body></html>
`;
}
