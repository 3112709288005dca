/** Spanish. */
import { says } from "../usual";
import { datesIn, type Spoken } from "./spoken";

export const SPANISH: Spoken = {
  usual: {
    welcome: says(
      "Ya estás en {course}",
      "Ya estás en «{course}».",
      "Lo haces con el grupo «{cohort}».",
      "Abierto ahora: {open}.",
      "Después: {next}.",
      "Es tuyo hasta {ends}.",
    ),
    opened: says("Abierto ahora: {items}", "Hay algo nuevo abierto para ti en {courses}: {items}."),
    "opens-soon": says("Se abre {opens}: {items}", "En {courses} se abre {items}: {opens}."),
    "window-closes": says(
      "{course}: puedes inscribirte hasta {closes}",
      "Querías saberlo: puedes inscribirte en «{course}» hasta {closes}.",
      "Es para el grupo «{cohort}».",
    ),
    "place-free": says(
      "Hay una plaza libre en {course}",
      "Ha quedado una plaza libre en «{course}» y es tuya si la tomas hasta {lapses}.",
      "Es con el grupo «{cohort}».",
    ),
    "access-ends": says(
      "{course}: el último día es {ends}",
      "El último día de tu acceso a «{course}» es {ends}. Lo que has hecho se conserva.",
    ),
    "due-soon": says("Vence {due}: {items}", "En {courses} vence {items}: {due}."),
    overdue: says(
      "Venció {due}: {items}",
      "En {courses} venció {items}: {due}. Sigue abierto: hazlo cuando puedas.",
    ),
    "payment-due": says(
      "{amount}, vence {due}: {course}",
      "{amount} por «{course}» vencen: {due}.",
    ),
    "payment-overdue": says(
      "{amount} sin pagar: {course}",
      "{amount} por «{course}» vencieron ({due}) y aún no están pagados.",
    ),
    "payment-failed": says(
      "No se pudo cobrar {amount}: {course}",
      "No se pudieron cobrar {amount} por «{course}», con vencimiento {due}. No se ha cobrado nada.",
    ),
    "credential-due": says(
      "{credential}: válido hasta {expires}",
      "Tu certificado «{credential}», número {number}, es válido hasta {expires}.",
    ),
    "credential-expired": says(
      "{credential} ha caducado",
      "Tu certificado «{credential}», número {number}, fue válido hasta {expires}.",
    ),
    announcement: says("{title}", "{text}"),
    "by-staff": says(
      "{course}: {what}",
      "La escuela ha cambiado algo para ti. {what}: «{course}».",
      "Lo haces con el grupo «{cohort}».",
      "Abierto ahora: {open}.",
      "Después: {next}.",
      "Es tuyo hasta {ends}.",
    ),
  },
  and: "y",
  more: (count) => `${count} más`,
  quoted: (title) => `«${title}»`,
  date: datesIn("es"),
  endOf: (date) => `el final del ${date}`,
  openNow: "abierto ahora",
  acts: {
    enrolled: "Estás inscrito",
    moved: "Estás en otro grupo",
    extended: "Tienes más tiempo",
    withdrawn: "Ya no estás en el curso",
  },
  hello: (name) => `Hola, ${name}:`,
  times: (city) => `Las horas son las de ${city}.`,
  presses: {
    course: "Ir al curso",
    ends: "Ver lo que es tuyo",
    window: "Ver el curso",
    place: "Tomar la plaza",
    dates: "Ver tus fechas",
  },
  wishes: "Qué te escribimos y qué no",
  questions: "Preguntas",
  entering: {
    subject: (title) => `Estás inscrito en ${title}`,
    in: (title, cohort) => `Ya estás en «${title}»${cohort ? `, con el grupo ${cohort}` : ""}.`,
    opensWhen: "Qué se abre y cuándo:",
    meetAt: (place) => `Os reunís en ${place}.`,
    now: "ahora",
    moreAfter: (count) => `Y ${count} más después.`,
    yoursUntil: (end) => `Es tuyo hasta ${end}.`,
    invites: (school) => `${school} te invita.`,
    comeIn: "Entrar",
    link: "El enlace vale dos semanas, y una sola vez.",
  },
  payment: {
    again: (at) => `Se vuelve a intentar: ${at}.`,
    notAgain: "No se vuelve a intentar por sí solo.",
    closes: (day) => `Si sigue sin pagarse, el acceso se cierra desde ${day} hasta que se pague.`,
    otherCard: "Pagar con otra tarjeta",
    seeOrder: "Ver el pedido",
    link: "El enlace vale treinta días y abre solo este pedido.",
  },
  changed: {
    one: (title) => `Ha cambiado una fecha: ${title}`,
    several: "Han cambiado fechas",
    says: "Te dijimos fechas que han cambiado desde entonces. Ahora valen estas:",
    line: (title, now, before) => `«${title}»: ${now}, no ${before}.`,
    gone: (title, before) => `«${title}» estaba anunciado para ${before}: ya no tiene fecha.`,
  },
  letters: {
    seeCourse: "Ver el curso",
    toLesson: "Ir a la lección",
    answered: {
      subject: (lesson) => `Tu pregunta sobre «${lesson}» tiene respuesta`,
      asked: (text) => `Preguntaste: «${text}»`,
      by: (who) => `${who} responde:`,
    },
    notIn: {
      subject: (course) => `Sobre tu petición de entrar en ${course}`,
      says: (course) => `Pediste entrar en «${course}». Esta vez no se ha aceptado:`,
    },
    placeGone: {
      subject: (course) => `La plaza en ${course} ha pasado a la siguiente persona`,
      says: (course) =>
        `Tenías reservada una plaza en «${course}» y su plazo ha terminado. Ha pasado a la siguiente persona de la lista de espera.`,
      again: "Puedes volver a apuntarte a la lista de espera.",
    },
    reviewed: {
      accepted: (lesson) => `«${lesson}» ha sido aceptado`,
      back: (lesson) => `«${lesson}» ha vuelto: queda algo por hacer`,
      acceptedBy: (who) => `${who} ha aceptado lo que entregaste.`,
      backBy: (who) =>
        `${who} ha mirado lo que entregaste y te lo devuelve. Corrígelo y entrégalo otra vez.`,
      remarks: (count) =>
        count === 1
          ? "Hay una observación junto a tu texto."
          : `Hay ${count} observaciones junto a tu texto.`,
      opens: (titles) => `Con esto se abre para ti: ${titles}.`,
    },
    came: {
      asked: "Pediste entrar, y ya estás dentro.",
      waited: "Esperabas una plaza, y ha quedado una libre: es tuya.",
      seatOf: (buyer) => `Has ocupado una plaza de ${buyer}.`,
      inAlready: "Ya estabas dentro y no necesitabas plaza.",
      gift: (buyer, title) => `${buyer} te regala «${title}».`,
    },
    member: {
      subject: (title) => `Formas parte: ${title}`,
      has: (title, courses, subjects) =>
        `Tienes «${title}»: ${courses === 1 ? "un curso está abierto" : `${courses} cursos están abiertos`} para ti, y también los que vengan${subjects && ` de ${subjects}`}. Empiezas cada uno cuando quieras.`,
      choose: "Elegir un curso",
    },
    reminder: {
      hello: "Hola:",
      ask: (title) => `¿Te recordamos ${title}?`,
      asks: (title) =>
        `Alguien, esperamos que tú, quiere saber cuándo abre «${title}». Pulsa abajo si has sido tú; recibirás un solo mensaje y después se olvidará tu dirección.`,
      notYou: "Si no has sido tú, no hagas nada: en dos días no quedará nada de esto.",
      yes: "Sí, recordádmelo",
      open: (title) => `Ya está abierto: ${title}`,
      isOpen: (title, through) =>
        `Querías saberlo: «${title}» ya está abierto${through === null ? "" : `, hasta el ${through} incluido`}.`,
      look: "Verlo",
      only: "Este es el único mensaje sobre ello. Tu dirección ya está olvidada.",
    },
  },
};
