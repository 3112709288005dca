/** What ends when in a school, by what was bought. */
import { endingIn } from "../../sales/ending/ending";
import { ENDING } from "../../sales/tasks";
import { doing } from "./doing";

export const ending = doing(ENDING, ({ db }, asked) => endingIn(db, asked));
