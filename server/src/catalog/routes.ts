/** HTTP of public pages. */
import { catalog } from "@dawngate/contract/endpoints/catalog";
import { limited, router, type Services } from "../school/kit";
import { route } from "../school/route";
import type { PageOf } from "./address-store";
import {
  addAnnouncement,
  changeAnnouncement,
  removeAnnouncement,
  showAnnouncements,
} from "./announcements";
import { changeBlockPage, showBlockPage } from "./block-pages";
import { showPreview, showSample } from "./preview";
import { showPublicListing } from "./public-listing";
import { showPublicCourse } from "./service";
import { drawSharing } from "./sharing";
import { showCatalog } from "./shown";

export function catalogRoutes(services: Services) {
  return router()
    .openapi(route(services, catalog.getCatalog, "public"), async (c) =>
      c.json(await showCatalog(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, catalog.getPublicCourse, "public"), async (c) => {
      const { course } = c.req.valid("param");
      const { join = null } = c.req.valid("query");
      // Whoever brings codes is counted closer: nobody guesses one.
      if (join !== null) await limited(services, "join")(c, async () => undefined);
      return c.json(await showPublicCourse(services, c.get("context"), course, join), 200);
    })
    .openapi(route(services, catalog.getPreview, "public"), async (c) => {
      const { course } = c.req.valid("param");
      const query = c.req.valid("query");
      return c.json(await showPreview(services, c.get("context"), course, query), 200);
    })
    .openapi(route(services, catalog.getSample, "public"), async (c) => {
      const { course, lesson } = c.req.valid("param");
      return c.json(await showSample(services, c.get("context"), course, lesson), 200);
    })
    .openapi(route(services, catalog.getPublicListing, "public"), async (c) => {
      const { listing } = c.req.valid("param");
      return c.json(await showPublicListing(services, c.get("context"), listing), 200);
    })
    .openapi(route(services, catalog.getSharingPicture, "public"), async (c) => {
      const drawn = await drawSharing(services, c.get("context"), c.req.valid("query"));
      // Its address changes with what it shows.
      return c.body(new Uint8Array(drawn), 200, {
        "content-type": "image/png",
        "cache-control": "public, max-age=31536000, immutable",
      });
    })
    .openapi(route(services, catalog.getCoursePage), async (c) =>
      c.json(await showBlockPage(services, c.get("context"), course(c.req.valid("param"))), 200),
    )
    .openapi(route(services, catalog.changeCoursePage), async (c) => {
      const of = course(c.req.valid("param"));
      return c.json(
        await changeBlockPage(services, c.get("context"), of, c.req.valid("json")),
        200,
      );
    })
    .openapi(route(services, catalog.getListingPage), async (c) =>
      c.json(await showBlockPage(services, c.get("context"), listing(c.req.valid("param"))), 200),
    )
    .openapi(route(services, catalog.changeListingPage), async (c) => {
      const of = listing(c.req.valid("param"));
      return c.json(
        await changeBlockPage(services, c.get("context"), of, c.req.valid("json")),
        200,
      );
    })
    .openapi(route(services, catalog.getAnnouncements), async (c) => {
      const { course } = c.req.valid("param");
      return c.json(
        await showAnnouncements(services, c.get("context"), course, c.req.valid("query")),
        200,
      );
    })
    .openapi(route(services, catalog.addAnnouncement), async (c) => {
      const { course } = c.req.valid("param");
      return c.json(
        await addAnnouncement(services, c.get("context"), course, c.req.valid("json")),
        200,
      );
    })
    .openapi(route(services, catalog.changeAnnouncement), async (c) => {
      const { course, announcement } = c.req.valid("param");
      const written = c.req.valid("json");
      return c.json(
        await changeAnnouncement(services, c.get("context"), course, announcement, written),
        200,
      );
    })
    .openapi(route(services, catalog.removeAnnouncement), async (c) => {
      const { course, announcement } = c.req.valid("param");
      return c.json(
        await removeAnnouncement(services, c.get("context"), course, announcement),
        200,
      );
    });
}

const course = ({ course: id }: { course: string }): PageOf => ({ kind: "course", id });
const listing = ({ listing: id }: { listing: string }): PageOf => ({ kind: "listing", id });
