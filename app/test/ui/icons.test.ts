import * as published from "@mdi/js";
import { ICON_PATHS } from "../../src/ui/icon-paths";

test.each(Object.entries(ICON_PATHS))(
  "the path of %s is the published one (@mdi/js)",
  (name, path) => {
    const key = `mdi${name.replaceAll(/(^|-)(\w)/g, (_, __, letter: string) => letter.toUpperCase())}`;
    expect(path).toBe((published as Record<string, string>)[key]);
  },
);
