export { WelcomeScreen as default } from "../src/school/welcome-screen";
