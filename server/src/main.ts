/** Where the bundle begins: the server's process, the one that prepares its database, the practice till, or one of its threads. */
import { isMainThread, workerData } from "node:worker_threads";

if (!isMainThread) {
  if (workerData?.role === "reader") await import("./readers/thread-side");
  else await import("./jobs/thread-side");
} else if (process.argv[2] === "prepare") await import("./prepare");
else if (process.argv[2] === "till") await import("./stand-ins/till/serve");
else await import("./serve");
