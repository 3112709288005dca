/** HTTP of notices. */
import { notices } from "@dawngate/contract/endpoints/notices";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { tryActLetter } from "./act-letter";
import { showLetterFields, writeToPeople } from "./letter-to";
import { readOwnNews, showOwnNews } from "./news";
import { dropPlanned, showPlanned } from "./planned";
import { showRehearsed } from "./rehearsed";
import { sendAgain, showAhead, showSent, showSentOne, showToldTo } from "./sent";
import {
  changeNoticeSettings,
  changeNoticeText,
  showNoticeSettings,
  showNoticeText,
} from "./settings";
import { stopDay } from "./stops";
import { tryNotice } from "./trial";
import { showWhyTold } from "./untold";
import {
  changeOwnWishes,
  changeWishesByKey,
  showOwnWishes,
  showWishesByKey,
  turnOffByKey,
} from "./wishes";
import { correctAll, correctSoon, showWrong } from "./wrong";

export function noticeRoutes(services: Services) {
  return router()
    .openapi(route(services, notices.getNoticeSettings), async (c) =>
      c.json(await showNoticeSettings(services, c.get("context")), 200),
    )
    .openapi(route(services, notices.changeNoticeSettings), async (c) =>
      c.json(await changeNoticeSettings(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, notices.getNoticeText), async (c) => {
      const { kind } = c.req.valid("param");
      const { course = null, cohort = null, language } = c.req.valid("query");
      const of = { course, cohort, language };
      return c.json(await showNoticeText(services, c.get("context"), kind, of), 200);
    })
    .openapi(route(services, notices.changeNoticeText), async (c) => {
      const { kind } = c.req.valid("param");
      const words = c.req.valid("json");
      return c.json(await changeNoticeText(services, c.get("context"), kind, words), 200);
    })
    .openapi(route(services, notices.tryNotice), async (c) => {
      const { kind } = c.req.valid("param");
      return c.json(await tryNotice(services, c.get("context"), kind, c.req.valid("json")), 200);
    })
    .openapi(route(services, notices.getNoticesAhead), async (c) =>
      c.json(await showAhead(services, c.get("context")), 200),
    )
    .openapi(route(services, notices.getNoticesSent), async (c) =>
      c.json(await showSent(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, notices.getNoticeSent), async (c) => {
      const { notice } = c.req.valid("param");
      return c.json(await showSentOne(services, c.get("context"), notice), 200);
    })
    .openapi(route(services, notices.sendNoticeAgain), async (c) => {
      const { notice } = c.req.valid("param");
      return c.json(await sendAgain(services, c.get("context"), notice), 200);
    })
    .openapi(route(services, notices.getNoticesRehearsed), async (c) => {
      const { course } = c.req.valid("param");
      const query = c.req.valid("query");
      return c.json(await showRehearsed(services, c.get("context"), course, query), 200);
    })
    .openapi(route(services, notices.getWhyTold), async (c) => {
      const { course } = c.req.valid("param");
      const asked = c.req.valid("query");
      return c.json(await showWhyTold(services, c.get("context"), course, asked), 200);
    })
    .openapi(route(services, notices.getToldTo), async (c) => {
      const { person } = c.req.valid("param");
      return c.json(await showToldTo(services, c.get("context"), person), 200);
    })
    .openapi(route(services, notices.getNoticesWrong), async (c) =>
      c.json(await showWrong(services, c.get("context")), 200),
    )
    .openapi(route(services, notices.correctNotices), async (c) =>
      c.json(await correctAll(services, c.get("context")), 200),
    )
    .openapi(route(services, notices.stopNoticesOn), async (c) => {
      const { day } = c.req.valid("param");
      return c.json(await stopDay(services, c.get("context"), day, c.req.valid("json")), 200);
    })
    .openapi(route(services, notices.correctNoticesSoon), async (c) =>
      c.json(await correctSoon(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, notices.tryActLetter), async (c) => {
      const { course } = c.req.valid("param");
      const asked = c.req.valid("json");
      return c.json(await tryActLetter(services, c.get("context"), course, asked), 200);
    })
    .openapi(route(services, notices.writeToPeople), async (c) => {
      const { course } = c.req.valid("param");
      const letter = c.req.valid("json");
      return c.json(await writeToPeople(services, c.get("context"), course, letter), 200);
    })
    .openapi(route(services, notices.getLetterFields), async (c) =>
      c.json(await showLetterFields(services, c.get("context")), 200),
    )
    .openapi(route(services, notices.getPlannedLetters), async (c) =>
      c.json(await showPlanned(services, c.get("context")), 200),
    )
    .openapi(route(services, notices.dropPlannedLetter), async (c) => {
      const { letter } = c.req.valid("param");
      return c.json(await dropPlanned(services, c.get("context"), letter), 200);
    })
    .openapi(route(services, notices.getOwnNews), async (c) =>
      c.json(await showOwnNews(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, notices.readOwnNews), async (c) =>
      c.json(await readOwnNews(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, notices.getOwnWishes), async (c) =>
      c.json(await showOwnWishes(services, c.get("context")), 200),
    )
    .openapi(route(services, notices.changeOwnWishes), async (c) =>
      c.json(await changeOwnWishes(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, notices.getWishesByKey), async (c) => {
      const { key } = c.req.valid("param");
      return c.json(await showWishesByKey(services, c.get("context"), key), 200);
    })
    .openapi(route(services, notices.changeWishesByKey), async (c) => {
      const { key } = c.req.valid("param");
      const wanted = c.req.valid("json");
      return c.json(await changeWishesByKey(services, c.get("context"), key, wanted), 200);
    })
    .openapi(route(services, notices.turnOffByKey), async (c) => {
      const { key } = c.req.valid("param");
      const { kind } = c.req.valid("query");
      return c.json(await turnOffByKey(services, c.get("context"), key, kind), 200);
    });
}
