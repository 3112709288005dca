/**
 * What a picture is, and how large, by its first bytes: neither its name nor what its sender calls it. Only the kinds
 * that are kept are shown to the library; its readers of other containers may never return.
 */
import { imageSize } from "image-size";

export interface LookedAt {
  kind: string | null;
  width: number;
  height: number;
}

const NOTHING: LookedAt = { kind: null, width: 0, height: 0 };

/** The kinds of picture that are kept, by how each begins (RFC 2083, 3.1; ITU T.81, B.1.1.3; RFC 9649, 2.4). */
const BEGINNINGS: [kind: string, at: number, bytes: number[]][] = [
  ["png", 0, [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]],
  ["jpg", 0, [0xff, 0xd8, 0xff]],
  ["webp", 8, [0x57, 0x45, 0x42, 0x50]],
];

/** The kind of picture that begins so; null: none that is kept. */
export function kindOf(bytes: Uint8Array): string | null {
  const found = BEGINNINGS.find(([, at, begin]) =>
    begin.every((byte, i) => bytes[at + i] === byte),
  );
  if (found?.[0] === "webp" && String.fromCharCode(...bytes.slice(0, 4)) !== "RIFF") return null;
  return found?.[0] ?? null;
}

export function picture({ bytes }: { bytes: Uint8Array }): LookedAt {
  const kind = kindOf(bytes);
  if (kind === null) return NOTHING;
  try {
    const { type, width, height } = imageSize(bytes);
    return type === kind ? { kind, width, height } : NOTHING;
  } catch {
    return NOTHING;
  }
}
