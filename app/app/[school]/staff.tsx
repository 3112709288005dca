export { StaffScreen as default } from "../../src/school/staff-screen";
