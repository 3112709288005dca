/** Every kind of job there is. */
import type { z } from "zod";
import type { JobKind } from "../kind";
import { announcePrice } from "./announce-price";
import { askPage } from "./ask-page";
import { callNext } from "./call-next";
import { changeWay } from "./change-way";
import { deleteSchool } from "./delete-school";
import { endAttempt } from "./end-attempt";
import { followUpOrder } from "./follow-up-order";
import { forgetAccount } from "./forget-account";
import { giveGift } from "./give-gift";
import { joinAccounts } from "./join-accounts";
import { mail } from "./mail";
import { markAgain } from "./mark-again";
import { partnerShare } from "./partner-share";
import { payBack } from "./pay-back";
import { peopleFile } from "./people-file";
import { projectCourse } from "./project-course";
import { remind } from "./remind";
import { renameEverywhere } from "./rename-account";
import { runOrder } from "./run-order";
import { sendNotice } from "./send-notice";
import { sendNotices } from "./send-notices";
import { settleOrder } from "./settle-order";
import { takePriceBack } from "./take-price-back";
import { tellDevice } from "./tell-device";
import { tellStatements } from "./tell-statements";
import { watchOrder } from "./watch-order";
import { writeDocuments } from "./write-documents";
import { writeLetter } from "./write-letter";

const all = {
  mail,
  "call-next": callNext,
  "people-file": peopleFile,
  "end-attempt": endAttempt,
  "mark-again": markAgain,
  "tell-device": tellDevice,
  "tell-statements": tellStatements,
  "write-documents": writeDocuments,
  "write-letter": writeLetter,
  "watch-order": watchOrder,
  "change-way": changeWay,
  "announce-price": announcePrice,
  "take-price-back": takePriceBack,
  "project-course": projectCourse,
  "join-accounts": joinAccounts,
  "forget-account": forgetAccount,
  "delete-school": deleteSchool,
  "settle-order": settleOrder,
  "ask-page": askPage,
  "run-order": runOrder,
  "send-notice": sendNotice,
  "send-notices": sendNotices,
  "partner-share": partnerShare,
  "pay-back": payBack,
  "follow-up-order": followUpOrder,
  "give-gift": giveGift,
  remind,
  "rename-account": renameEverywhere,
};

export type Payloads = { [K in keyof typeof all]: z.infer<(typeof all)[K]["payload"]> };

/** All of them, by name. */
export const KINDS: readonly JobKind<string, never>[] = Object.values(all) as never;

/** What a row was for, in words; its kind where it cannot be read any more. */
export function aboutJob(name: string, payload: unknown): string {
  const kind = KINDS.find((one) => one.name === name);
  const read = kind?.payload.safeParse(payload);
  return kind && read?.success ? kind.about(read.data) : name;
}
