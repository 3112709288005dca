/** A page to hang up, set and written as a PDF. */
import { printJoinPage } from "../../enrollment/ways-in/print-join-page";
import { JOIN_PAGE } from "../../enrollment/ways-in/tasks";
import { doing } from "./doing";

export const joinPage = doing(JOIN_PAGE, (_, said) => printJoinPage(said));
