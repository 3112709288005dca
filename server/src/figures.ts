/** What is measured while the server runs, in the words of Prometheus. */
import { collectDefaultMetrics, Gauge, Histogram, Registry } from "prom-client";
import type { Database } from "./db/connection";
import type { Answered } from "./http/watch";
import type { Queue } from "./jobs/queue";

export interface Figures {
  heard(answered: Answered): void;
  type: string;
  text(): Promise<string>;
}

export function openFigures(parts: {
  db: Database;
  queue: Queue;
  /** Courses in which somebody's openings do not hold. */
  backlog(): Promise<number>;
}): Figures {
  const registry = new Registry();
  // Memory, processor, and by how much the event loop is late.
  collectDefaultMetrics({ register: registry, prefix: "dawngate_" });
  const requests = new Histogram({
    name: "dawngate_request_seconds",
    help: "How long requests took, by method, route and status",
    labelNames: ["method", "route", "status"],
    buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10],
    registers: [registry],
  });
  const connections = new Gauge({
    name: "dawngate_connections",
    help: "Connections to the database, by pool and state; waiting: requests that wait for one",
    labelNames: ["pool", "state"],
    registers: [registry],
    collect() {
      for (const [pool, { total, free, waiting }] of Object.entries(parts.db.figures())) {
        this.set({ pool, state: "used" }, total - free);
        this.set({ pool, state: "free" }, free);
        this.set({ pool, state: "waiting" }, waiting);
      }
    },
  });
  const age = new Gauge({
    name: "dawngate_copy_age_seconds",
    help: "How old the copy of the database is that lists are read from; none: there is no copy, or nobody knows",
    registers: [registry],
    collect() {
      const found = parts.db.age();
      if (found === null) this.reset();
      else this.set(found);
    },
  });
  const rows = new Gauge({
    name: "dawngate_outbox_rows",
    help: "Rows of the outbox, by kind of job and state",
    labelNames: ["kind", "state"],
    registers: [registry],
  });
  const oldest = new Gauge({
    name: "dawngate_outbox_oldest_seconds",
    help: "The age of the oldest row that is not failed",
    registers: [registry],
    async collect() {
      const found = await parts.queue.figures();
      rows.reset();
      for (const { kind, state, count } of found) rows.set({ kind, state }, count);
      const waiting = found.filter(({ state }) => state !== "failed");
      this.set(Math.max(0, ...waiting.map((one) => one.oldest)));
    },
  });
  const backlog = new Gauge({
    name: "dawngate_projection_backlog_courses",
    help: "Courses in which somebody's openings are to be worked out again",
    registers: [registry],
    async collect() {
      this.set(await parts.backlog());
    },
  });
  void [connections, age, oldest, backlog];
  return {
    heard: ({ method, route, status, took }) =>
      requests.observe({ method, route, status: String(status) }, took / 1000),
    type: registry.contentType,
    text: () => registry.metrics(),
  };
}
