/** A list to sign, set and written as a PDF. */
import { printSignList } from "../../enrollment/sign-list/print-sign-list";
import { SIGN_LIST } from "../../enrollment/sign-list/tasks";
import { doing } from "./doing";

export const signList = doing(SIGN_LIST, (_, said) => printSignList(said));
