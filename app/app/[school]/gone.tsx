export { GoneScreen as default } from "../../src/school/upkeep-screen";
