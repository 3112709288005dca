export { SchoolScreen as default } from "../../src/school/school-screen";
