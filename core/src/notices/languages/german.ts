/** German. */
import { says } from "../usual";
import { datesIn, type Spoken } from "./spoken";

export const GERMAN: Spoken = {
  usual: {
    welcome: says(
      "Sie sind dabei: {course}",
      "Sie sind in „{course}“ eingeschrieben.",
      "Sie lernen mit der Gruppe „{cohort}“.",
      "Jetzt offen: {open}.",
      "Als Nächstes: {next}.",
      "Ihr Zugang reicht bis {ends}.",
    ),
    opened: says("Jetzt offen: {items}", "In {courses} ist etwas Neues für Sie offen: {items}."),
    "opens-soon": says(
      "Öffnet {opens}: {items}",
      "In {courses} öffnet sich etwas: {items}, {opens}.",
    ),
    "window-closes": says(
      "{course}: einschreiben können Sie sich bis {closes}",
      "Sie wollten es wissen: In „{course}“ können Sie sich bis {closes} einschreiben.",
      "Es geht um die Gruppe „{cohort}“.",
    ),
    "place-free": says(
      "Ein Platz ist frei: {course}",
      "In „{course}“ ist ein Platz frei geworden. Er gehört Ihnen, wenn Sie ihn bis {lapses} nehmen.",
      "Es ist ein Platz in der Gruppe „{cohort}“.",
    ),
    "access-ends": says(
      "{course}: der letzte Tag ist {ends}",
      "Der letzte Tag Ihres Zugangs zu „{course}“ ist {ends}. Was Sie getan haben, bleibt erhalten.",
    ),
    "due-soon": says("Fällig {due}: {items}", "In {courses} ist etwas fällig: {items}, {due}."),
    overdue: says(
      "War fällig {due}: {items}",
      "In {courses} war etwas fällig: {items}, {due}. Es ist noch offen: Holen Sie es nach, wenn Sie können.",
    ),
    "payment-due": says(
      "{amount}, fällig {due}: {course}",
      "Für „{course}“ sind {amount} fällig: {due}.",
    ),
    "payment-overdue": says(
      "{amount} sind unbezahlt: {course}",
      "Für „{course}“ waren {amount} fällig: {due}. Sie sind noch nicht bezahlt.",
    ),
    "payment-failed": says(
      "{amount} konnten nicht abgebucht werden: {course}",
      "{amount} für „{course}“, fällig {due}, konnten nicht abgebucht werden. Es wurde nichts genommen.",
    ),
    "credential-due": says(
      "{credential}: gültig bis {expires}",
      "Ihr Nachweis „{credential}“, Nummer {number}, ist gültig bis {expires}.",
    ),
    "credential-expired": says(
      "{credential} ist abgelaufen",
      "Ihr Nachweis „{credential}“, Nummer {number}, war gültig bis {expires}.",
    ),
    announcement: says("{title}", "{text}"),
    "by-staff": says(
      "{course}: {what}",
      "Die Schule hat etwas für Sie geändert. {what}: „{course}“.",
      "Sie lernen mit der Gruppe „{cohort}“.",
      "Jetzt offen: {open}.",
      "Als Nächstes: {next}.",
      "Ihr Zugang reicht bis {ends}.",
    ),
  },
  and: "und",
  more: (count) => `${count} weitere`,
  quoted: (title) => `„${title}“`,
  date: datesIn("de"),
  endOf: (date) => `einschließlich ${date}`,
  openNow: "jetzt offen",
  acts: {
    enrolled: "Sie sind eingeschrieben",
    moved: "Sie sind in einer anderen Gruppe",
    extended: "Sie haben mehr Zeit",
    withdrawn: "Sie sind nicht mehr dabei",
  },
  hello: (name) => `Guten Tag ${name},`,
  times: (city) => `Alle Zeiten gelten für ${city}.`,
  presses: {
    course: "Zum Kurs",
    ends: "Was Ihnen gehört",
    window: "Den Kurs ansehen",
    place: "Den Platz nehmen",
    dates: "Ihre Termine ansehen",
  },
  wishes: "Was wir Ihnen schreiben und was nicht",
  questions: "Fragen",
  entering: {
    subject: (title) => `Sie sind eingeschrieben: ${title}`,
    in: (title, cohort) =>
      `Sie sind in „${title}“ eingeschrieben${cohort ? `, in der Gruppe ${cohort}` : ""}.`,
    opensWhen: "Was sich wann öffnet:",
    meetAt: (place) => `Sie treffen sich hier: ${place}.`,
    now: "jetzt",
    moreAfter: (count) => `Und danach ${count} weitere.`,
    yoursUntil: (end) => `Ihr Zugang reicht bis ${end}.`,
    invites: (school) => `${school} lädt Sie ein.`,
    comeIn: "Eintreten",
    link: "Der Link gilt zwei Wochen lang, und einmal.",
  },
  payment: {
    again: (at) => `Der nächste Versuch ist ${at}.`,
    notAgain: "Es wird nicht von selbst noch einmal versucht.",
    closes: (day) => `Bleibt es unbezahlt, ist der Zugang ab ${day} geschlossen, bis bezahlt ist.`,
    otherCard: "Mit einer anderen Karte bezahlen",
    seeOrder: "Die Bestellung ansehen",
    link: "Der Link gilt dreißig Tage lang und öffnet nur diese Bestellung.",
  },
  changed: {
    one: (title) => `Ein Termin hat sich geändert: ${title}`,
    several: "Termine haben sich geändert",
    says: "Wir haben Ihnen Termine genannt, die sich seither geändert haben. Jetzt gilt:",
    line: (title, now, before) => `„${title}“: ${now}, nicht ${before}.`,
    gone: (title, before) =>
      `„${title}“ war für ${before} angekündigt und hat jetzt keinen Termin.`,
  },
  letters: {
    seeCourse: "Den Kurs ansehen",
    toLesson: "Zur Lektion",
    answered: {
      subject: (lesson) => `Ihre Frage zu „${lesson}“ ist beantwortet`,
      asked: (text) => `Sie haben gefragt: „${text}“`,
      by: (who) => `${who} antwortet:`,
    },
    notIn: {
      subject: (course) => `Zu Ihrer Bitte um Aufnahme in ${course}`,
      says: (course) =>
        `Sie haben darum gebeten, in „${course}“ aufgenommen zu werden. Diesmal wurden Sie nicht aufgenommen:`,
    },
    placeGone: {
      subject: (course) => `Der Platz in ${course} ging an die Nächsten`,
      says: (course) =>
        `Ein Platz in „${course}“ war für Sie vorgemerkt, und die Zeit dafür ist um. Er ging an die Nächsten auf der Warteliste.`,
      again: "Sie können sich wieder auf die Warteliste setzen.",
    },
    reviewed: {
      accepted: (lesson) => `„${lesson}“ wurde angenommen`,
      back: (lesson) => `„${lesson}“ kam zurück: Es ist noch etwas zu tun`,
      acceptedBy: (who) => `${who} hat angenommen, was Sie abgegeben haben.`,
      backBy: (who) =>
        `${who} hat angesehen, was Sie abgegeben haben, und gibt es Ihnen zurück. Bessern Sie es nach und geben Sie es noch einmal ab.`,
      remarks: (count) =>
        count === 1
          ? "Eine Anmerkung steht neben Ihrem Text."
          : `${count} Anmerkungen stehen neben Ihrem Text.`,
      opens: (titles) => `Damit öffnet sich für Sie: ${titles}.`,
    },
    came: {
      asked: "Sie haben um Aufnahme gebeten und sind dabei.",
      waited: "Sie haben auf einen Platz gewartet, und einer wurde frei: Er gehört Ihnen.",
      seatOf: (buyer) => `Sie haben einen Platz von ${buyer} genommen.`,
      inAlready: "Sie waren schon dabei und brauchten keinen Platz.",
      gift: (buyer, title) => `${buyer} schenkt Ihnen „${title}“.`,
    },
    member: {
      subject: (title) => `Sie sind Mitglied: ${title}`,
      has: (title, courses, subjects) =>
        `Sie haben „${title}“: ${courses === 1 ? "Ein Kurs ist" : `${courses} Kurse sind`} für Sie offen, und die künftigen${subjects && ` zu ${subjects}`} auch. Sie beginnen jeden, wann Sie möchten.`,
      choose: "Einen Kurs wählen",
    },
    reminder: {
      hello: "Guten Tag,",
      ask: (title) => `Sollen wir Sie an ${title} erinnern?`,
      asks: (title) =>
        `Jemand, hoffentlich Sie, möchte erfahren, wann „${title}“ öffnet. Drücken Sie unten, wenn Sie es waren; Sie bekommen eine Nachricht, danach wird Ihre Adresse vergessen.`,
      notYou: "Waren Sie es nicht, tun Sie nichts: In zwei Tagen ist davon nichts mehr übrig.",
      yes: "Ja, erinnern Sie mich",
      open: (title) => `Es ist offen: ${title}`,
      isOpen: (title, through) =>
        `Sie wollten es wissen: „${title}“ ist jetzt offen${through === null ? "" : `, bis einschließlich ${through}`}.`,
      look: "Ansehen",
      only: "Das ist die einzige Nachricht darüber. Ihre Adresse ist schon vergessen.",
    },
  },
};
