export { LessonScreen as default } from "../../../../../src/courses/lesson-screen";
