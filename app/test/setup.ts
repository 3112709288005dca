/** What a browser has and the tests' own does not. */
import { TextDecoder, TextEncoder } from "node:util";

Object.assign(globalThis, { TextDecoder, TextEncoder });

// Nothing is asked of a server in these tests.
if (!globalThis.fetch) globalThis.fetch = () => Promise.reject(new Error("no server here"));
