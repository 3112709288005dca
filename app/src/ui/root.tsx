/** The application's root: store, theme, fonts. */
import { Slot } from "expo-router";
import { useState } from "react";
import { Provider } from "react-redux";
import { makeStore } from "../store";
import { useFonts } from "./fonts";
import { ThemeProvider } from "./theme";
import { Toasts } from "./toast";

export function Root() {
  const [store] = useState(makeStore);
  useFonts();
  return (
    <Provider store={store}>
      <ThemeProvider>
        <Toasts>
          <Slot />
        </Toasts>
      </ThemeProvider>
    </Provider>
  );
}
