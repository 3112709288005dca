/** What stands for a file in tests: its address. */
export default "/file";
