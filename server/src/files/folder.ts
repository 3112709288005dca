/** Files in a folder, which several servers may share: one file each, named by its bytes, moved into place whole. */
import { createReadStream } from "node:fs";
import { copyFile, mkdir, open, rename, rm, stat } from "node:fs/promises";
import { dirname, join } from "node:path";
import { Readable } from "node:stream";
import type { FileStore } from "../base/kept-files";
import type { SchoolId } from "../db/connection";

export function folderStore(folder: string): FileStore {
  const pathOf = (school: SchoolId, id: string) => {
    if (!/^[0-9a-f]{64}$/.test(id)) throw new Error(`No name of a file: ${id}`);
    return join(folder, school, id.slice(0, 2), id);
  };
  return {
    async take(school, id, from) {
      const to = pathOf(school, id);
      await mkdir(dirname(to), { recursive: true });
      // What was written is on the disk before its name is.
      const file = await open(from, "r+");
      await file.sync().finally(() => file.close());
      try {
        await rename(from, to);
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== "EXDEV") throw error;
        // Another disk: copied beside its place, then moved into it.
        await copyFile(from, `${to}.coming`);
        await rename(`${to}.coming`, to);
        await rm(from, { force: true });
      }
    },
    async read(school, id, start, end) {
      const path = pathOf(school, id);
      await stat(path);
      // In pieces of 64 kB: what somebody does not take is not read.
      return Readable.toWeb(
        createReadStream(path, { start, end }),
      ) as unknown as ReadableStream<Uint8Array>;
    },
    has: (school, id, bytes) =>
      stat(pathOf(school, id)).then(
        ({ size }) => size === bytes,
        () => false,
      ),
    remove: (school, id) => rm(pathOf(school, id), { force: true }),
    async removeSchool(school) {
      if (!/^[0-9a-f-]{36}$/.test(school)) throw new Error(`No name of a school: ${school}`);
      await rm(join(folder, school), { recursive: true, force: true });
    },
  };
}
