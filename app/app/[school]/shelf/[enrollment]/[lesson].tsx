export { MyLessonScreen as default } from "../../../../src/enrollment/my-lesson-screen";
