/** Endpoints of oneself. */

import { z } from "zod";
import { joinAcceptance, joinRequest, newName, newPassword, security } from "../account";
import { done, endpoints } from "../endpoint";
import { me as meAnswer } from "../school";

export const me = endpoints("me", {
  getMe: {
    method: "get",
    path: "/me",
    summary: "Who is signed in, and in which schools",
    who: "anybody",
    answer: meAnswer,
    answered: "The account, or null.",
    holds: ["me"],
  },
  rename: {
    method: "put",
    path: "/me/name",
    summary: "Be called otherwise, in every school one belongs to",
    who: "signed-in",
    body: newName,
    answer: done,
    answered: "It is kept. What was bought or signed before keeps the name it had.",
    changes: ["me", "self"],
  },
  getSecurity: {
    method: "get",
    path: "/me/security",
    summary: "How one signs in, and where one is signed in",
    who: "signed-in",
    answer: security,
    answered: "Passwords, second step, passkeys, sessions.",
    holds: ["security"],
  },
  chooseFirstPassword: {
    method: "post",
    path: "/me/password",
    summary: "Choose a first password, where one came by a link",
    who: "signed-in",
    body: newPassword,
    answer: done,
    answered: "It is chosen.",
    changes: ["security"],
  },
  endSession: {
    method: "delete",
    path: "/me/sessions/{session}",
    summary: "Sign out somewhere else; others: everywhere else",
    who: "signed-in",
    params: z.object({ session: z.string().max(200) }),
    answer: done,
    answered: "It is ended.",
    changes: ["security"],
  },
  getOwnData: {
    method: "get",
    path: "/me/data",
    summary: "Everything on record about oneself, as one file",
    who: "signed-in",
    answer: z.record(z.string(), z.unknown()),
    answered: "One's data.",
  },
  askToJoin: {
    method: "post",
    path: "/me/joins",
    summary: "Ask the owner of another address to have their account joined to this one",
    who: "signed-in",
    body: joinRequest,
    answer: done,
    answered: "A mail is on its way, whether or not there is such an account.",
  },
  join: {
    method: "put",
    path: "/me/joins",
    summary: "Agree to it, with the link that was mailed to the other address",
    who: "signed-in",
    body: joinAcceptance,
    answer: done,
    answered: "They are made one within moments.",
    changes: ["me"],
  },
});
