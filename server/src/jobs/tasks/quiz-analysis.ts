/** What the questions of a quiz are worth, from its attempts. */
import { analyzeTakers } from "../../checks/analyzing";
import { ANALYSIS } from "../../checks/tasks";
import { doing } from "./doing";

export const quizAnalysis = doing(ANALYSIS, ({ db }, asked) =>
  db.readSchool(asked.school, (tx) => analyzeTakers(tx, asked)),
);
