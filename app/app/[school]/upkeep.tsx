export { UpkeepScreen as default } from "../../src/school/upkeep-screen";
