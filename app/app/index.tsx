export { StartScreen as default } from "../src/school/start-screen";
