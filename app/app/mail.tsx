export { MailScreen as default } from "../src/school/mail-screen";
