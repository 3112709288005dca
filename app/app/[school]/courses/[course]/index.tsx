export { CourseScreen as default } from "../../../../src/schedule/course-screen";
