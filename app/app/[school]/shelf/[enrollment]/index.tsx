export { MyCourseScreen as default } from "../../../../src/enrollment/my-course-screen";
