/** The address of a public page: short, in small letters, made of a title or chosen. */

/** So long is an address at the most, in characters. */
export const ADDRESS_MOST = 60;

/** What an address looks like. */
export const ADDRESS = /^[a-z0-9](?:[a-z0-9-]{0,58}[a-z0-9])?$/;

/**
 * An address made of a title: letters without their marks, figures, hyphens between words, at most so many characters;
 * empty where the title has none of them.
 *
 * @example addressOf("Brot & Käse, Teil 2") // "brot-kase-teil-2"
 */
export function addressOf(title: string, most = ADDRESS_MOST): string {
  return title
    .normalize("NFKD")
    .replaceAll(/\p{M}/gu, "")
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, "-")
    .replaceAll(/^-+|-+$/g, "")
    .slice(0, most)
    .replace(/-+$/, "");
}
