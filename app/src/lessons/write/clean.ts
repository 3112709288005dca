/** What is pasted, cleaned: what a text can hold stays (tables too), how it looked elsewhere and whatever could run goes. */
import DOMPurify from "dompurify";

const TAGS = [
  "a",
  "b",
  "blockquote",
  "br",
  "code",
  "del",
  "em",
  "h1",
  "h2",
  "h3",
  "h4",
  "h5",
  "h6",
  "hr",
  "i",
  "img",
  "li",
  "ol",
  "p",
  "pre",
  "s",
  "strong",
  "table",
  "tbody",
  "td",
  "th",
  "thead",
  "tr",
  "ul",
];

/** Word processors write a list's points as paragraphs, and bold text as spans that look so. */
function plainer(html: string): string {
  return (
    html
      // One program wraps all it copies in a bold that says it is none.
      .replace(/<b\b[^>]*font-weight:\s*normal[^>]*>([\s\S]*)<\/b>/gi, "$1")
      .replace(/<span\b[^>]*font-weight:\s*(?:bold|[6-9]00)[^>]*>([\s\S]*?)<\/span>/gi, "<b>$1</b>")
      .replace(/<span\b[^>]*font-style:\s*italic[^>]*>([\s\S]*?)<\/span>/gi, "<i>$1</i>")
      .replace(/<o:p>[\s\S]*?<\/o:p>/gi, "")
      .replace(
        /<p\b[^>]*mso-list:[^>]*>([\s\S]*?)<\/p>/gi,
        (_, inner: string) =>
          `<ul><li>${inner.replace(/<!--\[if !supportLists\]-->[\s\S]*?<!--\[endif\]-->/gi, "").replace(/^\s*(?:<[^>]+>)*\s*[·•o§-]\s*(?:&nbsp;|\s)*/, "")}</li></ul>`,
      )
      .replace(/<\/ul>\s*<ul>/gi, "")
  );
}

/** Pictures from elsewhere are not fetched from there: those of the school's own files alone stay. */
export function cleanHtml(html: string): string {
  const clean = DOMPurify.sanitize(plainer(html), {
    ALLOWED_TAGS: TAGS,
    ALLOWED_ATTR: ["href", "alt", "data-src", "start", "align", "colspan", "rowspan"],
    ALLOWED_URI_REGEXP: /^(?:https?:|mailto:)/i,
    KEEP_CONTENT: true,
  });
  return clean.replace(/<img\b(?![^>]*data-src="file:[0-9a-f]{64}")[^>]*>/gi, "");
}
