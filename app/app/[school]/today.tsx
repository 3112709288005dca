export { TodayScreen as default } from "../../src/today/today-screen";
