export { RemarksScreen as default } from "../../../../src/review/remarks-screen";
