export { NewSchoolScreen as default } from "../src/school/new-school-screen";
