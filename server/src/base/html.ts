/** Text within HTML: nothing in it is read as anything but text. */

const ESCAPES: Record<string, string> = { "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" };

export const escaped = (text: string) => text.replace(/[&<>"]/g, (char) => ESCAPES[char] ?? char);

/** Data for programs within a page: it cannot end the element it stands in. */
export const asData = (data: unknown) =>
  `<script type="application/ld+json">${JSON.stringify(data).replaceAll("<", "\\u003c")}</script>`;
