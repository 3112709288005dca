export { DatesScreen as default } from "../../src/enrollment/dates-screen";
