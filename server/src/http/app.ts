/** The server as one function of a request: the API, the application's files, and the manners both keep. */
import { randomUUID } from "node:crypto";
import type { Endpoint } from "@dawngate/contract/endpoint";
import { ROOMS } from "@dawngate/contract/endpoints/index";
import { type Context, Hono } from "hono";
import { csrf } from "hono/csrf";
import { HTTPException } from "hono/http-exception";
import { secureHeaders } from "hono/secure-headers";
import { addresses, bodies } from "../base/bodies";
import { answerProblem, asProblem, notFound, ProblemError } from "../base/problem";
import { catalogHead, type Head, headOf, listingHeadOf, sitemapOf } from "../catalog/head";
import type { Changes } from "../jobs/changes";
import { followsLinks } from "../sales/partners/follow-link";
import { type Env, remembersWriting, type Services } from "../school/kit";
import { whereFrom } from "../school/limits";
import { PRACTICE_PUSH, practicePush } from "../stand-ins/push/service";
import { PRACTICE_PATH, practiceRecords } from "../stand-ins/records";
import { api } from "./api";
import { type Health, healthRoutes } from "./health";
import { packed } from "./pack";
import type { StaticFiles } from "./static";
import { type Heard, watched } from "./watch";

export interface ServerParts extends Services {
  /** The exported application; null serves the API alone. */
  files: StaticFiles | null;
  /** Null: nobody is told of changes. */
  changes: Changes | null;
  /** Whether the server is fit to be asked, and its figures; null: nobody asks. */
  health?: Health | null;
  /** Hears of every request that was answered. */
  heard?: Heard;
  /** Addresses of proxies whose word about where a request comes from is taken. */
  proxies?: readonly string[];
}

/** Addresses whose secret says who may: mail programs press them, which are of no site. */
const FROM_ANYWHERE = Object.values(ROOMS)
  .flatMap((room) => Object.values<Endpoint>(room))
  .filter(({ fromAnywhere }) => fromAnywhere)
  .map(({ path }) => new RegExp(`^/api${path.replaceAll(/\{\w+\}/g, "[^/]+")}$`));
const isFromAnywhere = (path: string) => FROM_ANYWHERE.some((one) => one.test(path));

/** Where a school's files are read. */
const FILE = /^\/api\/schools\/[^/]+\/files\/[0-9a-f]{64}$/;

export function createApp({
  files,
  changes,
  health = null,
  heard = () => undefined,
  proxies = [],
  ...services
}: ServerParts): Hono<Env> {
  const { log } = services;
  const app = new Hono<Env>();
  app.use(async (c, next) => {
    c.set("requestId", randomUUID());
    c.set("from", whereFrom(c, proxies));
    c.header("x-request-id", c.get("requestId"));
    await next();
  });
  app.use(watched(heard));
  const manners = secureHeaders({
    // Only where people come by https can they be told to go on doing so.
    strictTransportSecurity: services.baseUrl?.startsWith("https:")
      ? "max-age=63072000; includeSubDomains"
      : false,
    contentSecurityPolicy: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", "data:", "blob:"],
      mediaSrc: ["'self'", "blob:"],
      // Pages elsewhere that a lesson may show: which, its school says, and the server refuses others.
      frameSrc: ["'self'", "https:"],
      workerSrc: ["'self'"],
      objectSrc: ["'none'"],
      baseUri: ["'none'"],
      formAction: ["'self'"],
      frameAncestors: ["'none'"],
    },
    permissionsPolicy: {
      camera: [],
      geolocation: [],
      microphone: [],
      payment: [],
      usb: [],
      publickeyCredentialsGet: ["self"],
    },
  });
  // A file of the school's says itself what may be done with it.
  app.use((c, next) => (FILE.test(c.req.path) ? next() : manners(c, next)));
  app.use(addresses());
  app.route("/", healthRoutes(health));
  const guarded = csrf();
  app.use("/api/*", (c, next) => (isFromAnywhere(c.req.path) ? next() : guarded(c, next)));
  app.use("/api/*", bodies());
  app.use("/api/*", packed());
  app.use("/api/*", async (c, next) => {
    // Before the answer is made: a header that is added afterwards makes the framework copy it.
    c.header("cache-control", "no-store");
    await next();
  });
  app.use("/api/*", remembersWriting(services));
  app.on(["GET", "POST"], "/api/auth/*", async (c) => {
    const answer = await services.identity.handler(c.req.raw, c.get("from"));
    // A whole response does not take along what was set before it.
    answer.headers.set("cache-control", "no-store");
    return answer;
  });
  app.route("/api", api(services, changes));
  if (services.outside.local) {
    app.route(PRACTICE_PATH, practiceRecords());
    app.route(PRACTICE_PUSH, practicePush());
  }
  const nothing = () => {
    throw notFound("There is no such address in this API; /api/openapi.json lists them all.");
  };
  for (const path of ["/api", "/api/*", "/health", "/health/*", "/metrics", "/metrics/*"])
    app.all(path, nothing);
  app.get("*", followsLinks(services));
  if (files) {
    // An address that a page had before leads to the one it has; kept by nobody, since it may lead back one day.
    const page = (c: Context<Env>, head: Head | null) => {
      const here = new URL(c.req.url);
      const told = head === null ? here.pathname : new URL(head.url).pathname;
      if (told === here.pathname) return files(c, head);
      c.header("cache-control", "no-store");
      return c.redirect(`${told}${here.search}`, 301);
    };
    app.get("/:school/c/:course", async (c) => {
      const { school, course } = c.req.param();
      return page(c, await headOf(services, school, course));
    });
    app.get("/:school/p/:listing", async (c) => {
      const { school, listing } = c.req.param();
      return page(c, await listingHeadOf(services, school, listing));
    });
    app.get("/:school", async (c) => files(c, await catalogHead(services, c.req.param("school"))));
    app.get("/:school/sitemap.xml", async (c) => {
      const sitemap = await sitemapOf(services, c.req.param("school"));
      if (sitemap === null) throw notFound("There is no school at this address.");
      return c.body(sitemap, 200, { "content-type": "application/xml; charset=utf-8" });
    });
    app.get("*", (c) => files(c));
  }
  app.notFound((c) => answerProblem(c, notFound("There is nothing here."), log));
  app.onError((error, c) => answerProblem(c, readable(error), log));
  return app;
}

/** Errors that the frameworks throw, as ours. */
function readable(error: Error): Error {
  if (!(error instanceof HTTPException))
    return asProblem(error).status === 500 ? error : asProblem(error);
  return new ProblemError(
    error.status === 403 ? 403 : error.status === 413 ? 413 : 400,
    error.message ||
      (error.status === 403
        ? "This request does not come from Dawn Gate's own page."
        : "This request is off."),
  );
}
