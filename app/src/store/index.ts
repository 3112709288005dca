/** The store. Slices of single screens join when their screen is loaded, so that nobody loads another's. */
import { combineSlices, configureStore } from "@reduxjs/toolkit";
import { api } from "./api";

export const rootReducer = combineSlices(api);

export function makeStore() {
  return configureStore({
    reducer: rootReducer,
    // A draft of six hundred lessons is walked through at every key press by the checks meant for small states.
    middleware: (defaults) =>
      defaults({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
  });
}
