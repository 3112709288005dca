/** Files as the rooms need them: bytes that are kept, what is being brought, and addresses that say who may read. */
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../db/connection";

/** Where files' bytes are: by school and name. A folder keeps them; a storage service could, behind the same port. */
export interface FileStore {
  /** Takes over a file that stands in a folder; where one of this name is kept already, the new one goes. */
  take(school: SchoolId, id: string, path: string): Promise<void>;
  /** Its bytes from one to another, both included. Throws where it is not there. */
  read(school: SchoolId, id: string, from: number, to: number): Promise<ReadableStream<Uint8Array>>;
  /** Whether it is there, whole. */
  has(school: SchoolId, id: string, bytes: number): Promise<boolean>;
  remove(school: SchoolId, id: string): Promise<void>;
  /** All files of a school that is gone. */
  removeSchool(school: string): Promise<void>;
}

/** Whose an upload is. */
export interface Bringer {
  school: SchoolId;
  account: string;
}

/** How much may still be brought, in bytes, and what is said where that is too little. */
export interface Room {
  bytes: number;
  says: string;
}

/** What is being brought, in pieces, by the tus protocol (1.0). */
export interface Uploads {
  /** Answers a request of the protocol; `room`: asked for where something new begins. */
  handle(request: Request, path: string, by: Bringer, room: Room): Promise<Response>;
  /** How much of theirs is on its way, in bytes, each counted whole. */
  pending(by: Bringer): Promise<number>;
  /** What has come, whole; null: there is no such upload of theirs, or it is not whole yet. */
  whole(id: string, by: Bringer): Promise<{ path: string; bytes: number } | null>;
  remove(id: string): Promise<void>;
  /** Removes what nobody has gone on with. */
  sweep(): Promise<void>;
}

/** Who a file's address is for, until when (seconds since 1970), and the sign that says so. */
export interface Signed {
  for: string;
  until: number;
  sign: string;
}

export interface Signer {
  /** The query of a file's address, for an account or for anybody. */
  sign(school: string, file: string, whom: string, now: Instant): string;
  /** Whether an address was made by us and still holds. */
  holds(school: string, file: string, said: Signed, now: Instant): boolean;
}

export interface KeptFiles {
  store: FileStore;
  uploads: Uploads;
  signer: Signer;
}
