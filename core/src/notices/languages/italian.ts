/** Italian. */
import { says } from "../usual";
import { datesIn, type Spoken } from "./spoken";

export const ITALIAN: Spoken = {
  usual: {
    welcome: says(
      "Sei in {course}",
      "Sei in «{course}».",
      "Lo segui con il gruppo «{cohort}».",
      "Aperto ora: {open}.",
      "Poi: {next}.",
      "È tuo fino a {ends}.",
    ),
    opened: says(
      "Aperto ora: {items}",
      "C’è qualcosa di nuovo aperto per te in {courses}: {items}.",
    ),
    "opens-soon": says("Si apre {opens}: {items}", "In {courses} si apre {items}: {opens}."),
    "window-closes": says(
      "{course}: puoi iscriverti fino a {closes}",
      "Volevi saperlo: puoi iscriverti a «{course}» fino a {closes}.",
      "È per il gruppo «{cohort}».",
    ),
    "place-free": says(
      "Un posto è libero in {course}",
      "Si è liberato un posto in «{course}»: è tuo se lo prendi entro {lapses}.",
      "È con il gruppo «{cohort}».",
    ),
    "access-ends": says(
      "{course}: l’ultimo giorno è {ends}",
      "L’ultimo giorno del tuo accesso a «{course}» è {ends}. Quello che hai fatto resta.",
    ),
    "due-soon": says("Scade {due}: {items}", "In {courses} scade {items}: {due}."),
    overdue: says(
      "Scadeva {due}: {items}",
      "In {courses} scadeva {items}: {due}. È ancora aperto: fallo quando puoi.",
    ),
    "payment-due": says(
      "{amount}, scadenza {due}: {course}",
      "{amount} per «{course}» scadono: {due}.",
    ),
    "payment-overdue": says(
      "{amount} non pagati: {course}",
      "{amount} per «{course}», scaduti {due}, non sono ancora pagati.",
    ),
    "payment-failed": says(
      "Non è stato possibile addebitare {amount}: {course}",
      "Non è stato possibile addebitare {amount} per «{course}», scadenza {due}. Non è stato preso nulla.",
    ),
    "credential-due": says(
      "{credential}: valido fino a {expires}",
      "Il tuo attestato «{credential}», numero {number}, è valido fino a {expires}.",
    ),
    "credential-expired": says(
      "{credential} è scaduto",
      "Il tuo attestato «{credential}», numero {number}, era valido fino a {expires}.",
    ),
    announcement: says("{title}", "{text}"),
    "by-staff": says(
      "{course}: {what}",
      "La scuola ha cambiato qualcosa per te. {what}: «{course}».",
      "Lo segui con il gruppo «{cohort}».",
      "Aperto ora: {open}.",
      "Poi: {next}.",
      "È tuo fino a {ends}.",
    ),
  },
  and: "e",
  more: (count) => `altri ${count}`,
  quoted: (title) => `«${title}»`,
  date: datesIn("it"),
  endOf: (date) => `tutto ${date}`,
  openNow: "aperto ora",
  acts: {
    enrolled: "Sei iscritto",
    moved: "Sei in un altro gruppo",
    extended: "Hai più tempo",
    withdrawn: "Non sei più nel corso",
  },
  hello: (name) => `Ciao ${name},`,
  times: (city) => `Gli orari sono quelli di ${city}.`,
  presses: {
    course: "Vai al corso",
    ends: "Vedi ciò che è tuo",
    window: "Vedi il corso",
    place: "Prendi il posto",
    dates: "Vedi le tue date",
  },
  wishes: "Che cosa ti scriviamo e che cosa no",
  questions: "Domande",
  entering: {
    subject: (title) => `Sei iscritto a ${title}`,
    in: (title, cohort) => `Sei in «${title}»${cohort ? `, con il gruppo ${cohort}` : ""}.`,
    opensWhen: "Che cosa si apre, e quando:",
    meetAt: (place) => `Vi incontrate qui: ${place}.`,
    now: "ora",
    moreAfter: (count) => `E poi altri ${count}.`,
    yoursUntil: (end) => `È tuo fino a ${end}.`,
    invites: (school) => `${school} ti invita.`,
    comeIn: "Entra",
    link: "Il link vale due settimane, e una volta sola.",
  },
  payment: {
    again: (at) => `Si riprova: ${at}.`,
    notAgain: "Non si riprova da sé.",
    closes: (day) => `Se resta da pagare, l’accesso si chiude da ${day} fino al pagamento.`,
    otherCard: "Paga con un’altra carta",
    seeOrder: "Vedi l’ordine",
    link: "Il link vale trenta giorni e apre solo questo ordine.",
  },
  changed: {
    one: (title) => `Una data è cambiata: ${title}`,
    several: "Alcune date sono cambiate",
    says: "Ti avevamo detto date che nel frattempo sono cambiate. Ora valgono queste:",
    line: (title, now, before) => `«${title}»: ${now}, non ${before}.`,
    gone: (title, before) => `«${title}» era annunciato per ${before}: ora non ha una data.`,
  },
  letters: {
    seeCourse: "Vedi il corso",
    toLesson: "Vai alla lezione",
    answered: {
      subject: (lesson) => `La tua domanda su «${lesson}» ha una risposta`,
      asked: (text) => `Hai chiesto: «${text}»`,
      by: (who) => `${who} risponde:`,
    },
    notIn: {
      subject: (course) => `Sulla tua richiesta di entrare in ${course}`,
      says: (course) =>
        `Hai chiesto di entrare in «${course}». Questa volta non è stato accettato:`,
    },
    placeGone: {
      subject: (course) => `Il posto in ${course} è passato a chi segue`,
      says: (course) =>
        `Un posto in «${course}» era riservato a te, e il suo tempo è scaduto. È passato a chi segue nella lista d’attesa.`,
      again: "Puoi rimetterti nella lista d’attesa.",
    },
    reviewed: {
      accepted: (lesson) => `«${lesson}» è stato accettato`,
      back: (lesson) => `«${lesson}» è tornato: resta qualcosa da fare`,
      acceptedBy: (who) => `${who} ha accettato quello che hai consegnato.`,
      backBy: (who) =>
        `${who} ha guardato quello che hai consegnato e te lo restituisce. Correggilo e consegnalo ancora una volta.`,
      remarks: (count) =>
        count === 1
          ? "C’è un’osservazione accanto al tuo testo."
          : `Ci sono ${count} osservazioni accanto al tuo testo.`,
      opens: (titles) => `Con questo si apre per te: ${titles}.`,
    },
    came: {
      asked: "Hai chiesto di entrare, e ora ci sei.",
      waited: "Aspettavi un posto, e se n’è liberato uno: è tuo.",
      seatOf: (buyer) => `Hai preso un posto di ${buyer}.`,
      inAlready: "C’eri già, e non ti serviva un posto.",
      gift: (buyer, title) => `${buyer} ti regala «${title}».`,
    },
    member: {
      subject: (title) => `Ora fai parte: ${title}`,
      has: (title, courses, subjects) =>
        `Hai «${title}»: ${courses === 1 ? "un corso è aperto" : `${courses} corsi sono aperti`} per te, e anche quelli che verranno${subjects && ` (${subjects})`}. Inizi ciascuno quando vuoi.`,
      choose: "Scegli un corso",
    },
    reminder: {
      hello: "Ciao,",
      ask: (title) => `Vuoi che ti ricordiamo ${title}?`,
      asks: (title) =>
        `Qualcuno, speriamo tu, vuole sapere quando apre «${title}». Premi qui sotto se eri tu; riceverai un solo messaggio, poi il tuo indirizzo sarà dimenticato.`,
      notYou: "Se non eri tu, non fare nulla: fra due giorni non ne resterà niente.",
      yes: "Sì, ricordatemelo",
      open: (title) => `È aperto: ${title}`,
      isOpen: (title, through) =>
        `Volevi saperlo: «${title}» ora è aperto${through === null ? "" : `, fino al ${through} compreso`}.`,
      look: "Guarda",
      only: "Questo è l’unico messaggio a riguardo. Il tuo indirizzo è già dimenticato.",
    },
  },
};
