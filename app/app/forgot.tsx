export { ForgotScreen as default } from "../src/school/password-screens";
