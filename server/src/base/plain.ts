/** Markdown as a letter says it: words without their signs, links with their address behind them. */
export function plainOf(markdown: string): string {
  return markdown
    .replaceAll(/!\[([^\]]*)\]\([^)]*\)/g, "$1")
    .replaceAll(/\[([^\]]+)\]\(([^)\s]+)[^)]*\)/g, "$1 ($2)")
    .replaceAll(/^ {0,3}#{1,6}\s+/gm, "")
    .replaceAll(/(\*\*|__)(?=\S)(.+?)\1/g, "$2")
    .replaceAll(/(?<![\p{L}\p{N}*_])([*_])(?=\S)([^*_\n]+?)\1(?![\p{L}\p{N}*_])/gu, "$2")
    .replaceAll(/`([^`\n]+)`/g, "$1");
}
