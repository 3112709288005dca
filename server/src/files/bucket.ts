/**
 * Files in a bucket of a storage service that speaks S3: one object each, named by its bytes, there whole or not at all.
 * What is being brought still lies in a folder, until it is measured and named.
 */
import { createReadStream } from "node:fs";
import { rm } from "node:fs/promises";
import {
  DeleteObjectCommand,
  DeleteObjectsCommand,
  GetObjectCommand,
  HeadObjectCommand,
  ListObjectsV2Command,
  NotFound,
  S3Client,
} from "@aws-sdk/client-s3";
import { Upload } from "@aws-sdk/lib-storage";
import type { FileStore } from "../base/kept-files";

/** Where a bucket is, and by which key it is opened. */
export interface Bucket {
  name: string;
  region: string;
  /** Of a service other than the region's own; null: that one. */
  endpoint: string | null;
  keyId: string;
  secret: string;
}

/** A file goes there in pieces of so many bytes, so many at a time: what a large one takes of memory. */
const PIECE = 8 * 2 ** 20;
const AT_ONCE = 2;

export function bucketStore({ name, region, endpoint, keyId, secret }: Bucket): FileStore {
  const client = new S3Client({
    region,
    credentials: { accessKeyId: keyId, secretAccessKey: secret },
    // Services of one's own seldom have a host name for each bucket.
    ...(endpoint !== null && { endpoint, forcePathStyle: true }),
    // Checksums beyond what the protocol asks for are not known to every service.
    requestChecksumCalculation: "WHEN_REQUIRED",
    responseChecksumValidation: "WHEN_REQUIRED",
    maxAttempts: 4,
  });
  const keyOf = (school: string, id: string) => {
    if (!/^[0-9a-f]{64}$/.test(id)) throw new Error(`No name of a file: ${id}`);
    return `${prefixOf(school)}${id}`;
  };
  const at = (school: string, id: string) => ({ Bucket: name, Key: keyOf(school, id) });
  return {
    async take(school, id, from) {
      const Body = createReadStream(from, { highWaterMark: 2 ** 20 });
      try {
        await new Upload({
          client,
          params: { ...at(school, id), Body },
          partSize: PIECE,
          queueSize: AT_ONCE,
        }).done();
      } finally {
        Body.destroy();
      }
      await rm(from, { force: true });
    },
    async read(school, id, start, end) {
      const Range = `bytes=${start}-${end}`;
      const { Body } = await client.send(new GetObjectCommand({ ...at(school, id), Range }));
      if (!Body) throw new Error(`The storage service has sent nothing of ${id}`);
      return Body.transformToWebStream() as ReadableStream<Uint8Array>;
    },
    has: (school, id, bytes) =>
      client.send(new HeadObjectCommand(at(school, id))).then(
        ({ ContentLength }) => ContentLength === bytes,
        (error) => {
          // Whoever cannot be asked has not said that it is not there.
          if (error instanceof NotFound) return false;
          throw error;
        },
      ),
    remove: async (school, id) => void (await client.send(new DeleteObjectCommand(at(school, id)))),
    async removeSchool(school) {
      const Prefix = prefixOf(school);
      for (;;) {
        const { Contents = [] } = await client.send(
          new ListObjectsV2Command({ Bucket: name, Prefix, MaxKeys: 1000 }),
        );
        if (Contents.length === 0) return;
        const Objects = Contents.map(({ Key }) => ({ Key: Key as string }));
        const { Errors = [] } = await client.send(
          new DeleteObjectsCommand({ Bucket: name, Delete: { Objects, Quiet: true } }),
        );
        if (Errors.length > 0)
          throw new Error(`${Errors[0]?.Key} could not be removed: ${Errors[0]?.Message}`);
      }
    },
  };
}

function prefixOf(school: string): string {
  if (!/^[0-9a-f-]{36}$/.test(school)) throw new Error(`No name of a school: ${school}`);
  return `${school}/`;
}
