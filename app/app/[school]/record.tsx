export { RecordScreen as default } from "../../src/school/record-screen";
