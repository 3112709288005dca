/** The practice till's process. */
import type { Server } from "node:http";
import { serve } from "@hono/node-server";
import { readTill } from "../../settings";
import { tellDue, tillApp } from "./app";
import { openTillStore } from "./store";

const { address, secret, port } = readTill(process.env);
const store = openTillStore(address);
const tell = (word: Record<string, unknown>) => process.stdout.write(`${JSON.stringify(word)}\n`);

let url = "";
const server = serve(
  {
    fetch: (request, env) => tillApp({ store, secret, url }).fetch(request, env),
    hostname: "127.0.0.1",
    port,
  },
  (info) => {
    url = `http://127.0.0.1:${info.port}`;
    tell({ done: "listening", port: info.port });
  },
) as Server;
server.on("error", (error: NodeJS.ErrnoException) => {
  tell({ failed: error.code ?? error.message });
  process.exit(1);
});

let stopping = false;
let turn: NodeJS.Timeout | undefined;
/** Again and again, one after another: a database that is away is asked again a little later. */
const again = async () => {
  await tellDue(store, secret).catch(() => undefined);
  if (!stopping) turn = setTimeout(again, 400);
};
void again();

const stop = () => {
  if (stopping) return;
  stopping = true;
  clearTimeout(turn);
  server.closeAllConnections();
  server.close(() => store.close().finally(() => process.exit(0)));
  setTimeout(() => process.exit(0), 3000).unref();
};
process.on("SIGTERM", stop);
process.on("SIGINT", stop);
process.on("disconnect", stop);
