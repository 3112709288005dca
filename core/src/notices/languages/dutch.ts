/** Dutch. */
import { says } from "../usual";
import { datesIn, type Spoken } from "./spoken";

export const DUTCH: Spoken = {
  usual: {
    welcome: says(
      "Je doet mee: {course}",
      "Je doet mee met “{course}”.",
      "Je volgt het met de groep “{cohort}”.",
      "Nu open: {open}.",
      "Daarna: {next}.",
      "Je hebt toegang tot {ends}.",
    ),
    opened: says("Nu open: {items}", "Er is iets nieuws voor je open in {courses}: {items}."),
    "opens-soon": says("Gaat open {opens}: {items}", "In {courses} gaat {items} open: {opens}."),
    "window-closes": says(
      "{course}: inschrijven kan tot {closes}",
      "Je wilde het weten: inschrijven voor “{course}” kan tot {closes}.",
      "Het is voor de groep “{cohort}”.",
    ),
    "place-free": says(
      "Er is een plaats vrij: {course}",
      "Er is een plaats vrijgekomen in “{course}”. Die is van jou als je hem neemt vóór {lapses}.",
      "Het is met de groep “{cohort}”.",
    ),
    "access-ends": says(
      "{course}: de laatste dag is {ends}",
      "De laatste dag van je toegang tot “{course}” is {ends}. Wat je hebt gedaan blijft bewaard.",
    ),
    "due-soon": says("Klaar op {due}: {items}", "In {courses} moet {items} klaar zijn: {due}."),
    overdue: says(
      "Moest klaar zijn {due}: {items}",
      "In {courses} moest {items} klaar zijn: {due}. Het is nog open: doe het als je kunt.",
    ),
    "payment-due": says(
      "{amount}, te betalen {due}: {course}",
      "{amount} voor “{course}” is te betalen: {due}.",
    ),
    "payment-overdue": says(
      "{amount} is niet betaald: {course}",
      "{amount} voor “{course}”, te betalen {due}, is nog niet betaald.",
    ),
    "payment-failed": says(
      "{amount} kon niet worden afgeschreven: {course}",
      "{amount} voor “{course}”, te betalen {due}, kon niet worden afgeschreven. Er is niets afgeschreven.",
    ),
    "credential-due": says(
      "{credential}: geldig tot {expires}",
      "Je certificaat “{credential}”, nummer {number}, is geldig tot {expires}.",
    ),
    "credential-expired": says(
      "{credential} is verlopen",
      "Je certificaat “{credential}”, nummer {number}, was geldig tot {expires}.",
    ),
    announcement: says("{title}", "{text}"),
    "by-staff": says(
      "{course}: {what}",
      "De school heeft iets voor je veranderd. {what}: “{course}”.",
      "Je volgt het met de groep “{cohort}”.",
      "Nu open: {open}.",
      "Daarna: {next}.",
      "Je hebt toegang tot {ends}.",
    ),
  },
  and: "en",
  more: (count) => `nog ${count}`,
  quoted: (title) => `“${title}”`,
  date: datesIn("nl"),
  endOf: (date) => `en met ${date}`,
  openNow: "nu open",
  acts: {
    enrolled: "Je bent ingeschreven",
    moved: "Je zit in een andere groep",
    extended: "Je hebt meer tijd",
    withdrawn: "Je doet niet meer mee",
  },
  hello: (name) => `Dag ${name},`,
  times: (city) => `Tijden zijn die van ${city}.`,
  presses: {
    course: "Naar de cursus",
    ends: "Zie wat van jou is",
    window: "Bekijk de cursus",
    place: "Neem de plaats",
    dates: "Bekijk je data",
  },
  wishes: "Wat we je schrijven en wat niet",
  questions: "Vragen",
  entering: {
    subject: (title) => `Je bent ingeschreven: ${title}`,
    in: (title, cohort) => `Je doet mee met “${title}”${cohort ? `, met de groep ${cohort}` : ""}.`,
    opensWhen: "Wat er wanneer opengaat:",
    meetAt: (place) => `Jullie komen hier samen: ${place}.`,
    now: "nu",
    moreAfter: (count) => `En daarna nog ${count}.`,
    yoursUntil: (end) => `Je hebt toegang tot ${end}.`,
    invites: (school) => `${school} nodigt je uit.`,
    comeIn: "Kom binnen",
    link: "De link is twee weken geldig, en één keer.",
  },
  payment: {
    again: (at) => `Er wordt opnieuw geprobeerd: ${at}.`,
    notAgain: "Het wordt niet vanzelf opnieuw geprobeerd.",
    closes: (day) =>
      `Blijft het onbetaald, dan is de toegang gesloten vanaf ${day} tot er betaald is.`,
    otherCard: "Betaal met een andere kaart",
    seeOrder: "Bekijk de bestelling",
    link: "De link is dertig dagen geldig en opent alleen deze bestelling.",
  },
  changed: {
    one: (title) => `Een datum is veranderd: ${title}`,
    several: "Er zijn data veranderd",
    says: "We hebben je data genoemd die sindsdien zijn veranderd. Deze gelden nu:",
    line: (title, now, before) => `“${title}”: ${now}, niet ${before}.`,
    gone: (title, before) => `“${title}” was aangekondigd voor ${before}: er is nu geen datum.`,
  },
  letters: {
    seeCourse: "De cursus bekijken",
    toLesson: "Naar de les",
    answered: {
      subject: (lesson) => `Je vraag over “${lesson}” is beantwoord`,
      asked: (text) => `Je vroeg: “${text}”`,
      by: (who) => `${who} antwoordt:`,
    },
    notIn: {
      subject: (course) => `Over je verzoek om mee te doen aan ${course}`,
      says: (course) =>
        `Je hebt gevraagd of je mee mag doen aan “${course}”. Deze keer is het niet gelukt:`,
    },
    placeGone: {
      subject: (course) => `De plaats in ${course} ging naar de volgende`,
      says: (course) =>
        `Er was een plaats in “${course}” voor je vrijgehouden, en de tijd daarvoor is voorbij. Hij ging naar de volgende op de wachtlijst.`,
      again: "Je kunt je weer op de wachtlijst zetten.",
    },
    reviewed: {
      accepted: (lesson) => `“${lesson}” is goedgekeurd`,
      back: (lesson) => `“${lesson}” kwam terug: er is nog iets te doen`,
      acceptedBy: (who) => `${who} heeft goedgekeurd wat je hebt ingeleverd.`,
      backBy: (who) =>
        `${who} heeft bekeken wat je hebt ingeleverd en geeft het je terug. Verbeter het en lever het nog een keer in.`,
      remarks: (count) =>
        count === 1
          ? "Er staat één opmerking naast je tekst."
          : `Er staan ${count} opmerkingen naast je tekst.`,
      opens: (titles) => `Hiermee gaat voor je open: ${titles}.`,
    },
    came: {
      asked: "Je hebt gevraagd of je mee mag doen, en je doet mee.",
      waited: "Je wachtte op een plaats, en er kwam er een vrij: hij is van jou.",
      seatOf: (buyer) => `Je hebt een plaats van ${buyer} genomen.`,
      inAlready: "Je deed al mee en had geen plaats nodig.",
      gift: (buyer, title) => `${buyer} geeft je “${title}”.`,
    },
    member: {
      subject: (title) => `Je bent lid: ${title}`,
      has: (title, courses, subjects) =>
        `Je hebt “${title}”: ${courses === 1 ? "er staat één cursus" : `er staan ${courses} cursussen`} voor je open, en ook wat er nog komt${subjects && ` over ${subjects}`}. Je begint met elk wanneer je wilt.`,
      choose: "Een cursus kiezen",
    },
    reminder: {
      hello: "Hallo,",
      ask: (title) => `Zullen we je herinneren aan ${title}?`,
      asks: (title) =>
        `Iemand, hopelijk jij, wil weten wanneer “${title}” opengaat. Druk hieronder als jij het was; je krijgt één bericht, daarna wordt je adres vergeten.`,
      notYou: "Was jij het niet, doe dan niets: over twee dagen is er niets meer van over.",
      yes: "Ja, herinner me eraan",
      open: (title) => `Het is open: ${title}`,
      isOpen: (title, through) =>
        `Je wilde het weten: “${title}” is nu open${through === null ? "" : `, tot en met ${through}`}.`,
      look: "Bekijken",
      only: "Dit is het enige bericht hierover. Je adres is al vergeten.",
    },
  },
};
