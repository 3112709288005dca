export { SchoolFrame as default } from "../../src/school/school-frame";
