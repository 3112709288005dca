/** Files kept in a folder, and what is being brought beside them: what the server opens once. */
import { join } from "node:path";
import type { KeptFiles } from "../base/kept-files";
import { folderStore } from "./folder";
import { openSigner } from "./signed";
import { openUploads } from "./uploads";

/** @param folder where they are; several servers may share it @param secret the server's, for signing addresses */
export async function openKeptFiles(folder: string, secret: string): Promise<KeptFiles> {
  return {
    store: folderStore(join(folder, "kept")),
    // On the same disk: what has come is moved, not copied.
    uploads: await openUploads(join(folder, "coming")),
    signer: openSigner(secret),
  };
}
