/** Where the bundle begins: the server's process, or one of its threads. */
import { isMainThread } from "node:worker_threads";

if (isMainThread) await import("./serve");
else await import("./jobs/projector");
