/** Every task that is done in a thread. */
import type { Progress } from "../task";
import type { Doing, TaskParts } from "./doing";
import { ending } from "./ending";
import { everybody } from "./everybody";
import { freshenIncome, keepingIncome } from "./income";
import { joinPage } from "./join-page";
import { notify } from "./notify";
import { print } from "./print";
import { project } from "./project";
import { publicPage } from "./public-page";
import { quizAnalysis } from "./quiz-analysis";
import { ripple } from "./ripple";
import { signList } from "./sign-list";
import { today } from "./today";
import { touched } from "./touched";

const ALL = [
  project,
  notify,
  keepingIncome,
  freshenIncome,
  ending,
  ripple,
  touched,
  everybody,
  publicPage,
  today,
  print,
  joinPage,
  signList,
  quizAnalysis,
] as readonly unknown[] as readonly Doing<unknown, unknown>[];

/** Does a task here, whichever thread this is. */
export async function runTask(
  parts: TaskParts,
  name: string,
  input: unknown,
  onProgress: Progress,
): Promise<unknown> {
  const found = ALL.find(({ task }) => task.name === name);
  if (!found) throw new Error(`There is no task called "${name}"`);
  return found.work(parts, input, onProgress);
}
