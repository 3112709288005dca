export { LessonScreen as default } from "../../../../../src/lessons/lesson-screen";
