export { PublicCourseScreen as default } from "../../../src/enrollment/public-course-screen";
