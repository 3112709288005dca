/** Who has a module or a lesson, in words. */

/** "only one cohort", "only 3 cohorts"; null: everybody has it. */
export const sayForCohorts = (chosen: readonly string[] | null | undefined): string | null =>
  chosen == null ? null : `only ${chosen.length === 1 ? "one cohort" : `${chosen.length} cohorts`}`;
