export { PublicCourseScreen as default } from "../../../src/catalog/public-course-screen";
