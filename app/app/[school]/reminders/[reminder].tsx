export { ReminderScreen as default } from "../../../src/reminders/reminder-screen";
