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
};
