export { SyllabusScreen as default } from "../../../../src/courses/syllabus-screen";
