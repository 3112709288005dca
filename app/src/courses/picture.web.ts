/**
 * A picture that somebody chose, made ready to be sent: looked at by its first bytes before anything opens it, made
 * smaller, turned upright, and rid of what a camera wrote into it (the place where it was taken, for one).
 */
import { COVER_MOST, keptSize, pictureFault } from "@dawngate/core/courses";
import { imageSize } from "image-size";
import type { Ready, Trouble } from "./picture";

/** Where a camera has written much before the size, it still stands within this. */
const HEAD = 512 * 1024;

export async function readyPicture(file: Blob): Promise<Ready | Trouble> {
  const head = new Uint8Array(await file.slice(0, HEAD).arrayBuffer());
  const fault = pictureFault({ ...lookAt(head), bytes: file.size });
  if (fault) return { trouble: fault };
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    return { trouble: "The picture is damaged: its beginning is right, but it cannot be opened." };
  }
  const { width, height } = keptSize(bitmap.width, bitmap.height);
  const canvas = document.createElement("canvas");
  canvas.width = width;
  canvas.height = height;
  canvas.getContext("2d")?.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  for (const quality of [0.86, 0.7, 0.5]) {
    const picture = await new Promise<Blob | null>((done) =>
      canvas.toBlob(done, "image/webp", quality),
    );
    if (picture && picture.size <= COVER_MOST.bytes) return { picture };
  }
  return {
    trouble: "The picture stays larger than 4 MB however it is packed. Choose a calmer one.",
  };
}

function lookAt(head: Uint8Array): { kind: string | null; width: number; height: number } {
  try {
    const { type, width, height } = imageSize(head);
    return { kind: type ?? null, width, height };
  } catch {
    return { kind: null, width: 0, height: 0 };
  }
}
