export { SignInScreen as default } from "../src/school/sign-in-screen";
