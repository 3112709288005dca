export { EnterScreen as default } from "../src/school/enter-screen";
