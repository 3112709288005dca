/** A school's income, from all of its orders. */
import { incomeIn } from "../../sales/income/income";
import { INCOME } from "../../sales/tasks";
import { doing } from "./doing";

export const income = doing(INCOME, ({ db }, asked) => incomeIn(db, asked));
