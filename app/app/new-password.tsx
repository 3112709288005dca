export { NewPasswordScreen as default } from "../src/school/password-screens";
