// The same tests, several files of a room in one world (scripts/lib/together.mjs): as the whole run runs them.
import { dirname } from "node:path";
import { readTogether } from "../scripts/lib/together.mjs";
import usual from "./jest.config.mjs";

export default readTogether(dirname(import.meta.dirname), "app", usual);
