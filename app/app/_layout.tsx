export { Root as default } from "../src/ui/root";
