/** What notices follow from that is the same for everybody in a school. */
import type { Language } from "@dawngate/core/notices/languages";
import type { PlanSchool } from "@dawngate/core/plan";
import { type Zone, zoneOf } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { planSchool } from "../school/plan";
import { readSchool } from "../school/store";
import { type KeptTemplate, readTemplates } from "../school/words-store";
import type { Site } from "./compose";
import { type KeptSettings, readNoticeSettings } from "./settings-store";

export interface NoticeParts {
  school: SchoolId;
  plan: PlanSchool;
  site: Site;
  zone: Zone;
  /** In which people are written to; the first is for whoever reads none of them. */
  languages: readonly Language[];
  settings: KeptSettings;
  templates: KeptTemplate[];
}

export async function readParts(
  tx: SchoolTransaction,
  school: SchoolId,
  baseUrl: string,
): Promise<NoticeParts> {
  const row = await readSchool(tx);
  return {
    school,
    plan: planSchool(row),
    site: { url: `${baseUrl}/${row.slug}`, name: row.name },
    zone: zoneOf(row.time_zone),
    languages: row.languages,
    settings: await readNoticeSettings(tx),
    templates: await readTemplates(tx),
  };
}
