/** What a kind of job is: a name, what it is told, how often it is tried, and what it does. */
import type { Door } from "@dawngate/contract/reminders";
import type { Instant } from "@dawngate/core/time";
import type { z } from "zod";
import type { Database } from "../db/connection";
import type { ToDevice } from "../notices/devices/tell";
import type { TillPage } from "../sales/cards/till-page";
import type { Mailer } from "../stand-ins/mail/mail";
import type { Threads } from "./task";

/** What jobs work with. */
export interface JobParts {
  db: Database;
  mailer: Mailer;
  /** Asks what became of an order's payment. */
  askTill(school: string, order: string): Promise<void>;
  /** Asks what became of a page of the till to which a buyer was sent. */
  askPage(school: string, page: TillPage & { left: number }): Promise<void>;
  /** Writes to whoever left an order unfinished. */
  followUp(school: string, order: string): Promise<void>;
  /** Offers free places of a cohort to whoever waits for one. */
  callNext(school: string, cohort: string): Promise<void>;
  /** Looks at the rows of a file of people, or enrolls them. */
  workOnPeopleFile(school: string, file: string): Promise<void>;
  /** Puts on record what an attempt at a quiz came to, where its time is up. */
  endAttempt(school: string, attempt: string): Promise<void>;
  /** Marks attempts at a lesson's quiz again, those of the people after this one. */
  markAgain(school: string, lesson: string, after: string): Promise<void>;
  /** Tells a school's learning record store what people have achieved. */
  tellStatements(school: string): Promise<void>;
  /** Writes a letter that was planned. */
  writeLetter(part: { school: string; letter: string; after?: string | undefined }): Promise<void>;
  /** Shows a notice on a device. */
  tellDevice(what: ToDevice): Promise<void>;
  runOrder(school: string, order: string): Promise<void>;
  /** Works out what of an order is a partner's. */
  keepShare(school: string, order: string): Promise<void>;
  /** Reminds of an order by hand when its day is over, and lets it lapse. */
  watchOrder(school: string, order: string): Promise<void>;
  /** Tells those who pay for a listing of another price, those after an order. */
  announcePrice(school: string, announced: string, after: string): Promise<void>;
  /** Tells those who were told of another price that it does not come, those after an order. */
  takePriceBack(school: string, listing: string, option: string, after: string): Promise<void>;
  /** Asks what became of the charge of a changed subscription. */
  changeWay(school: string, order: string): Promise<void>;
  /** Writes the invoices and credit notes of an order that has none yet. */
  writeDocuments(school: string, order: string): Promise<void>;
  payBack(what: {
    school: string;
    order: string;
    refund: string;
    charge: string;
    amount: number;
    currency: string;
  }): Promise<void>;
  giveGift(school: string, order: string): Promise<void>;
  /** Tells those who wait for a window that it has opened. */
  remind(school: string, door: Door): Promise<void>;
  /** Removes all files of a school, where it is gone. */
  dropFiles(school: string): Promise<void>;
  threads: Threads;
  accounts: {
    find(id: string): Promise<{ id: string; name: string; email: string } | null | undefined>;
    remove(id: string): Promise<unknown>;
  };
  baseUrl: string;
  now(): Instant;
}

export interface JobKind<Name extends string, Payload> {
  name: Name;
  /** What it is told; rows of an older form that do not fit fail, and are seen by staff. */
  payload: z.ZodType<Payload>;
  /** How often it is tried before staff are told, and how many of it a server does at once. */
  tries: number;
  atOnce: number;
  /** What it was for, in words that staff read. */
  about(payload: Payload): string;
  /** Does it. `id` is the same at each try, so that what was done by one that was interrupted is known. */
  work(parts: JobParts, payload: Payload, id: string): Promise<void>;
}

/** Defines a kind. It belongs into `kinds/index.ts` too, and nowhere else. */
export const jobKind = <Name extends string, Payload>(kind: JobKind<Name, Payload>) => kind;
