export { ToldScreen as default } from "../../../src/notices/told-screen";
