/** French. */
import { says } from "../usual";
import { datesIn, type Spoken } from "./spoken";

export const FRENCH: Spoken = {
  usual: {
    welcome: says(
      "Vous êtes dans {course}",
      "Vous êtes dans « {course} ».",
      "Vous suivez ce cours avec le groupe « {cohort} ».",
      "Ouvert maintenant : {open}.",
      "Ensuite : {next}.",
      "Il est à vous jusqu’à {ends}.",
    ),
    opened: says(
      "Ouvert maintenant : {items}",
      "Du nouveau est ouvert pour vous dans {courses} : {items}.",
    ),
    "opens-soon": says("Ouvre {opens} : {items}", "Dans {courses}, {items} ouvre : {opens}."),
    "window-closes": says(
      "{course} : inscription possible jusqu’à {closes}",
      "Vous vouliez le savoir : l’inscription à « {course} » est possible jusqu’à {closes}.",
      "C’est pour le groupe « {cohort} ».",
    ),
    "place-free": says(
      "Une place est libre dans {course}",
      "Une place s’est libérée dans « {course} » ; elle est à vous si vous la prenez avant {lapses}.",
      "C’est avec le groupe « {cohort} ».",
    ),
    "access-ends": says(
      "{course} : le dernier jour est {ends}",
      "Le dernier jour de votre accès à « {course} » est {ends}. Ce que vous avez fait est conservé.",
    ),
    "due-soon": says("À rendre {due} : {items}", "Dans {courses}, {items} est à rendre : {due}."),
    overdue: says(
      "Était à rendre {due} : {items}",
      "Dans {courses}, {items} était à rendre : {due}. C’est encore ouvert : faites-le quand vous pourrez.",
    ),
    "payment-due": says(
      "{amount}, échéance {due} : {course}",
      "{amount} pour « {course} », échéance : {due}.",
    ),
    "payment-overdue": says(
      "{amount} impayés : {course}",
      "{amount} pour « {course} », échéance {due}, ne sont pas encore payés.",
    ),
    "payment-failed": says(
      "{amount} n’ont pas pu être prélevés : {course}",
      "{amount} pour « {course} », échéance {due}, n’ont pas pu être prélevés. Rien n’a été pris.",
    ),
    "credential-due": says(
      "{credential} : valable jusqu’à {expires}",
      "Votre certificat « {credential} », numéro {number}, est valable jusqu’à {expires}.",
    ),
    "credential-expired": says(
      "{credential} a expiré",
      "Votre certificat « {credential} », numéro {number}, était valable jusqu’à {expires}.",
    ),
    announcement: says("{title}", "{text}"),
    "by-staff": says(
      "{course} : {what}",
      "L’école a changé quelque chose pour vous. {what} : « {course} ».",
      "Vous suivez ce cours avec le groupe « {cohort} ».",
      "Ouvert maintenant : {open}.",
      "Ensuite : {next}.",
      "Il est à vous jusqu’à {ends}.",
    ),
  },
  and: "et",
  more: (count) => `${count} de plus`,
  quoted: (title) => `« ${title} »`,
  date: datesIn("fr"),
  endOf: (date) => `la fin du ${date}`,
  openNow: "ouvert maintenant",
  acts: {
    enrolled: "Vous êtes inscrit",
    moved: "Vous êtes dans un autre groupe",
    extended: "Vous avez plus de temps",
    withdrawn: "Vous n’êtes plus inscrit",
  },
  hello: (name) => `Bonjour ${name},`,
  times: (city) => `Les heures sont celles de ${city}.`,
  presses: {
    course: "Aller au cours",
    ends: "Voir ce qui est à vous",
    window: "Voir le cours",
    place: "Prendre la place",
    dates: "Voir vos dates",
  },
  wishes: "Ce que nous vous écrivons, et quoi non",
  questions: "Questions",
  entering: {
    subject: (title) => `Vous êtes inscrit à ${title}`,
    in: (title, cohort) =>
      `Vous êtes dans « ${title} »${cohort ? `, avec le groupe ${cohort}` : ""}.`,
    opensWhen: "Ce qui ouvre, et quand :",
    meetAt: (place) => `Vous vous retrouvez ici : ${place}.`,
    now: "maintenant",
    moreAfter: (count) => `Et ${count} de plus ensuite.`,
    yoursUntil: (end) => `Il est à vous jusqu’à ${end}.`,
    invites: (school) => `${school} vous invite.`,
    comeIn: "Entrer",
    link: "Le lien est valable deux semaines, et une seule fois.",
  },
  payment: {
    again: (at) => `Nouvelle tentative : ${at}.`,
    notAgain: "Il n’y aura pas d’autre tentative d’elle-même.",
    closes: (day) => `Sans paiement, l’accès est fermé à partir de ${day}, jusqu’au paiement.`,
    otherCard: "Payer avec une autre carte",
    seeOrder: "Voir la commande",
    link: "Le lien est valable trente jours et n’ouvre que cette commande.",
  },
  changed: {
    one: (title) => `Une date a changé : ${title}`,
    several: "Des dates ont changé",
    says: "Nous vous avions dit des dates qui ont changé depuis. Voici celles qui valent maintenant :",
    line: (title, now, before) => `« ${title} » : ${now}, et non ${before}.`,
    gone: (title, before) => `« ${title} » était annoncé pour ${before} : il n’y a plus de date.`,
  },
  letters: {
    seeCourse: "Voir le cours",
    toLesson: "Aller à la leçon",
    answered: {
      subject: (lesson) => `Réponse à votre question sur « ${lesson} »`,
      asked: (text) => `Vous avez demandé : « ${text} »`,
      by: (who) => `${who} répond :`,
    },
    notIn: {
      subject: (course) => `À propos de votre demande d’entrer dans ${course}`,
      says: (course) =>
        `Vous avez demandé à entrer dans « ${course} ». Cette fois, votre demande n’a pas été acceptée :`,
    },
    placeGone: {
      subject: (course) => `La place dans ${course} est passée à la personne suivante`,
      says: (course) =>
        `Une place dans « ${course} » vous était réservée, et son délai est écoulé. Elle est passée à la personne suivante sur la liste d’attente.`,
      again: "Vous pouvez vous remettre sur la liste d’attente.",
    },
    reviewed: {
      accepted: (lesson) => `« ${lesson} » a été accepté`,
      back: (lesson) => `« ${lesson} » vous revient : il reste quelque chose à faire`,
      acceptedBy: (who) => `${who} a accepté ce que vous avez rendu.`,
      backBy: (who) =>
        `${who} a regardé ce que vous avez rendu et vous le redonne. Corrigez-le et rendez-le encore une fois.`,
      remarks: (count) =>
        count === 1
          ? "Une remarque se trouve à côté de votre texte."
          : `${count} remarques se trouvent à côté de votre texte.`,
      opens: (titles) => `Cela ouvre pour vous : ${titles}.`,
    },
    came: {
      asked: "Vous avez demandé à entrer, et c’est fait.",
      waited: "Vous attendiez une place, et il s’en est libéré une : elle est à vous.",
      seatOf: (buyer) => `Vous avez pris une place de ${buyer}.`,
      inAlready: "Vous y étiez déjà et n’aviez pas besoin de place.",
      gift: (buyer, title) => `${buyer} vous offre « ${title} ».`,
    },
    member: {
      subject: (title) => `Vous êtes membre : ${title}`,
      has: (title, courses, subjects) =>
        `Vous avez « ${title} » : ${courses === 1 ? "un cours vous est ouvert" : `${courses} cours vous sont ouverts`}, et ceux à venir${subjects && ` (${subjects})`} aussi. Vous commencez chacun quand vous voulez.`,
      choose: "Choisir un cours",
    },
    reminder: {
      hello: "Bonjour,",
      ask: (title) => `Faut-il vous rappeler ${title} ?`,
      asks: (title) =>
        `Quelqu’un, vous sans doute, veut savoir quand « ${title} » ouvre. Appuyez ci-dessous si c’était vous ; vous recevrez un seul message, puis votre adresse sera oubliée.`,
      notYou: "Si ce n’était pas vous, ne faites rien : dans deux jours, il n’en restera rien.",
      yes: "Oui, rappelez-le-moi",
      open: (title) => `C’est ouvert : ${title}`,
      isOpen: (title, through) =>
        `Vous vouliez le savoir : « ${title} » est ouvert maintenant${through === null ? "" : `, jusqu’au ${through} inclus`}.`,
      look: "Voir",
      only: "C’est le seul message à ce sujet. Votre adresse est déjà oubliée.",
    },
  },
};
