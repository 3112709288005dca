export { SchoolFrame as default } from "../../src/frame/school-frame";
