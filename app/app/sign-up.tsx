export { SignUpScreen as default } from "../src/school/sign-up-screen";
