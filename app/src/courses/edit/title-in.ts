/** What an item of a course is called. */
import type { MomentCourse } from "./moment-context";

export function titleIn(course: MomentCourse, id: string): string {
  for (const module of course.modules) {
    if (module.id === id) return module.title;
    const lesson = module.lessons.find((one) => one.id === id);
    if (lesson) return lesson.title;
  }
  return id === course.id ? course.title : "something that is gone";
}
