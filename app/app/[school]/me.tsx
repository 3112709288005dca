export { MeScreen as default } from "../../src/school/me-screen";
