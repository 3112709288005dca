/**
 * What is brought, in pieces, by the tus protocol (1.0): begun, gone on with after a lost connection, a closed tab or a
 * restarted server. Its bytes lie in a folder of their own until they are kept as a file.
 */
import { createHash, randomBytes } from "node:crypto";
import { mkdir, readdir } from "node:fs/promises";
import { join } from "node:path";
import { FILE_MOST } from "@dawngate/contract/file-limits";
import { sayBytes } from "@dawngate/core/lessons/file-types";
import { FileStore as TusFolder } from "@tus/file-store";
import { MemoryLocker, Server, type Upload } from "@tus/server";
import type { Bringer, Uploads } from "../base/kept-files";

/** So long what was begun and not gone on with is kept, in milliseconds. */
const ABANDONED = 3 * 24 * 3600 * 1000;

const isOf = (upload: Upload, { school, account }: Bringer) =>
  upload.metadata?.school === school && upload.metadata?.account === account;

/** What the names of somebody's uploads begin with: theirs are found without looking at anybody else's. */
const begins = ({ school, account }: Bringer) =>
  createHash("sha256")
    .update(JSON.stringify([school, account]))
    .digest("hex")
    .slice(0, 12);

const refused = (status_code: number, body: string) => ({ status_code, body: `${body}\n` });

export async function openUploads(folder: string): Promise<Uploads> {
  await mkdir(folder, { recursive: true });
  const datastore = new TusFolder({ directory: folder, expirationPeriodInMilliseconds: ABANDONED });
  // Of one upload a piece at a time; pieces that two servers take at once write the same bytes at the same place.
  const locker = new MemoryLocker();
  const find = (id: string) =>
    /^[0-9a-f]{32}$/.test(id) ? datastore.getUpload(id).catch(() => null) : Promise.resolve(null);
  return {
    async handle(request, path, by, room) {
      const id = new URL(request.url).pathname.slice(path.length + 1);
      if (id !== "" && request.method !== "OPTIONS") {
        const upload = await find(id);
        if (!upload || !isOf(upload, by))
          return new Response("There is no such upload of yours.\n", { status: 404 });
      }
      // One server a request: it holds nothing but what it is told here.
      const server = new Server({
        path,
        datastore,
        locker,
        maxSize: FILE_MOST,
        relativeLocation: true,
        allowedOrigins: () => false,
        namingFunction: () => begins(by) + randomBytes(10).toString("hex"),
        onUploadCreate: async (_, upload) => {
          if (upload.size === undefined) throw refused(400, "How long it is has to be said first.");
          if (upload.size > room.bytes)
            throw refused(413, `This needs ${sayBytes(upload.size)}; ${room.says}`);
          return {
            metadata: {
              name: upload.metadata?.name ?? null,
              school: by.school,
              account: by.account,
            },
          };
        },
        onResponseError: (_, error) =>
          "status_code" in error
            ? undefined
            : refused(500, "This could not be written. Try again."),
      });
      return server.handleWeb(request);
    },
    async pending(by) {
      const names = (await readdir(folder)).filter((name) => name.startsWith(begins(by)));
      const uploads = await Promise.all(names.map(find));
      return uploads.reduce((sum, upload) => sum + (upload?.size ?? 0), 0);
    },
    async whole(id, by) {
      const upload = await find(id);
      if (!upload || !isOf(upload, by) || upload.offset !== upload.size) return null;
      return { path: join(folder, id), bytes: upload.offset };
    },
    remove: (id) => datastore.remove(id).catch(() => undefined),
    sweep: async () => void (await datastore.deleteExpired().catch(() => 0)),
  };
}
