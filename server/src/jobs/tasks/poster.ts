/** A page to hang up, set and written as a PDF. */
import { printPoster } from "../../enrollment/ways-in/poster";
import { POSTER } from "../../enrollment/ways-in/tasks";
import { doing } from "./doing";

export const poster = doing(POSTER, (_, said) => printPoster(said));
