// The same tests, several files of a room in one world (scripts/lib/together.mjs): as the whole run runs them.
import usual from "./jest.config.mjs";
import { readTogether } from "./scripts/lib/together.mjs";

export default {
  ...usual,
  projects: usual.projects.map((project) =>
    readTogether(import.meta.dirname, project.displayName, project),
  ),
};
