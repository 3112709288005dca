/** The titles of a course's modules and lessons. */
interface Titled {
  id: string;
  title: string;
}

/** By identifier, in outline order. */
export function itemTitles({
  modules,
}: {
  modules: readonly (Titled & { lessons: readonly Titled[] })[];
}): Map<string, string> {
  const titles = new Map<string, string>();
  for (const { id, title, lessons } of modules) {
    titles.set(id, title);
    for (const lesson of lessons) titles.set(lesson.id, lesson.title);
  }
  return titles;
}
