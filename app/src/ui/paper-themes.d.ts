/** Paper's two themes, from their own file: its babel plugin does not know them, and would bring in all of Paper. */
declare module "react-native-paper/lib/module/styles/themes" {
  export { MD3DarkTheme, MD3LightTheme } from "react-native-paper";
}
