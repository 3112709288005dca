/** Giving a text to whoever asked for it: as a file, or on the clipboard. */

/** Saves a text as a file, by the browser's own way. */
export function saveFile(name: string, text: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}

/** Puts a text on the clipboard; false where the browser does not let us. */
export async function copyText(text: string): Promise<boolean> {
  try {
    await navigator.clipboard.writeText(text);
    return true;
  } catch {
    return false;
  }
}

/** A title as a file's name: letters, digits and points, in any script. */
export function fileName(title: string): string {
  const name = title
    .normalize("NFC")
    .replaceAll(/[^\p{L}\p{M}\p{N}]+/gu, "-")
    .replaceAll(/^-+|-+$/g, "");
  return name.slice(0, 80) || "outline";
}
