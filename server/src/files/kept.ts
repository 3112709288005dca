/** Files kept in a folder or in a bucket, and what is being brought: what the server opens once. */
import { join } from "node:path";
import type { KeptFiles } from "../base/kept-files";
import type { Bucket } from "./bucket";
import { folderStore } from "./folder";
import { openSigner } from "./signed";
import { openUploads } from "./uploads";

/**
 * @param folder where they are, or, with a bucket, where they lie until they are in it; several servers may share it
 * @param secret the server's, for signing addresses
 */
export async function openKeptFiles(
  folder: string,
  secret: string,
  bucket: Bucket | null = null,
): Promise<KeptFiles> {
  return {
    store: bucket ? await storeIn(bucket) : folderStore(join(folder, "kept")),
    // On the same disk: what has come is moved, not copied.
    uploads: await openUploads(join(folder, "coming")),
    signer: openSigner(secret),
  };
}

/** What speaks to the service is large, and read where there is one. */
async function storeIn(bucket: Bucket) {
  const { bucketStore } = await import("./bucket");
  return bucketStore(bucket);
}
