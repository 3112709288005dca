/** What orders bring, worked out again: by and by, and for somebody who waits. */
import { keepIncome } from "../../sales/income/keep";
import { FRESHEN_INCOME, KEEP_INCOME } from "../../sales/tasks";
import { doing } from "./doing";

export const keepingIncome = doing(KEEP_INCOME, ({ db }, asked) => keepIncome(db, asked));
export const freshenIncome = doing(FRESHEN_INCOME, ({ db }, asked) => keepIncome(db, asked));
