export { CourseListScreen as default } from "../../../src/courses/list-screen";
