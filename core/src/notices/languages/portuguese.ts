/** Portuguese. */
import { says } from "../usual";
import { datesIn, type Spoken } from "./spoken";

export const PORTUGUESE: Spoken = {
  usual: {
    welcome: says(
      "A sua inscrição em {course}",
      "A sua inscrição em «{course}» está feita.",
      "Faz o curso com o grupo «{cohort}».",
      "Aberto agora: {open}.",
      "A seguir: {next}.",
      "O acesso é seu até {ends}.",
    ),
    opened: says("Aberto agora: {items}", "Há algo novo aberto para si em {courses}: {items}."),
    "opens-soon": says("Abre {opens}: {items}", "Em {courses}, {items} abre: {opens}."),
    "window-closes": says(
      "{course}: inscrições até {closes}",
      "Queria saber: a inscrição em «{course}» é possível até {closes}.",
      "É para o grupo «{cohort}».",
    ),
    "place-free": says(
      "Há um lugar livre em {course}",
      "Ficou livre um lugar em «{course}», que é seu se o aceitar até {lapses}.",
      "É com o grupo «{cohort}».",
    ),
    "access-ends": says(
      "{course}: o último dia é {ends}",
      "O último dia do seu acesso a «{course}» é {ends}. O que fez fica guardado.",
    ),
    "due-soon": says("Prazo {due}: {items}", "Em {courses}, o prazo de {items} é: {due}."),
    overdue: says(
      "O prazo era {due}: {items}",
      "Em {courses}, o prazo de {items} era: {due}. Continua aberto: faça-o quando puder.",
    ),
    "payment-due": says(
      "{amount}, vencimento {due}: {course}",
      "{amount} por «{course}», vencimento: {due}.",
    ),
    "payment-overdue": says(
      "{amount} por pagar: {course}",
      "{amount} por «{course}», com vencimento {due}, ainda não foram pagos.",
    ),
    "payment-failed": says(
      "Não foi possível cobrar {amount}: {course}",
      "Não foi possível cobrar {amount} por «{course}», com vencimento {due}. Nada foi cobrado.",
    ),
    "credential-due": says(
      "{credential}: válido até {expires}",
      "O seu certificado «{credential}», número {number}, é válido até {expires}.",
    ),
    "credential-expired": says(
      "{credential} caducou",
      "O seu certificado «{credential}», número {number}, foi válido até {expires}.",
    ),
    announcement: says("{title}", "{text}"),
    "by-staff": says(
      "{course}: {what}",
      "A escola mudou algo para si. {what}: «{course}».",
      "Faz o curso com o grupo «{cohort}».",
      "Aberto agora: {open}.",
      "A seguir: {next}.",
      "O acesso é seu até {ends}.",
    ),
  },
  and: "e",
  more: (count) => `mais ${count}`,
  quoted: (title) => `«${title}»`,
  date: datesIn("pt-PT"),
  endOf: (date) => `ao fim de ${date}`,
  openNow: "aberto agora",
  acts: {
    enrolled: "A sua inscrição está feita",
    moved: "Está noutro grupo",
    extended: "Tem mais tempo",
    withdrawn: "Já não está no curso",
  },
  hello: (name) => `Olá ${name},`,
  times: (city) => `As horas são as de ${city}.`,
  presses: {
    course: "Ir para o curso",
    ends: "Ver o que é seu",
    window: "Ver o curso",
    place: "Aceitar o lugar",
    dates: "Ver as suas datas",
  },
  wishes: "O que lhe escrevemos, e o que não",
  questions: "Perguntas",
  entering: {
    subject: (title) => `A sua inscrição em ${title}`,
    in: (title, cohort) =>
      `A sua inscrição em «${title}» está feita${cohort ? `, com o grupo ${cohort}` : ""}.`,
    opensWhen: "O que abre, e quando:",
    meetAt: (place) => `Encontram-se aqui: ${place}.`,
    now: "agora",
    moreAfter: (count) => `E depois mais ${count}.`,
    yoursUntil: (end) => `O acesso é seu até ${end}.`,
    invites: (school) => `${school} convida-o.`,
    comeIn: "Entrar",
    link: "A ligação é válida por duas semanas, e uma só vez.",
  },
  payment: {
    again: (at) => `Nova tentativa: ${at}.`,
    notAgain: "Não volta a ser tentado por si só.",
    closes: (day) => `Se continuar por pagar, o acesso fecha a partir de ${day}, até ser pago.`,
    otherCard: "Pagar com outro cartão",
    seeOrder: "Ver a encomenda",
    link: "A ligação é válida por trinta dias e abre só esta encomenda.",
  },
  changed: {
    one: (title) => `Uma data mudou: ${title}`,
    several: "Houve datas que mudaram",
    says: "Dissemos-lhe datas que entretanto mudaram. Valem agora estas:",
    line: (title, now, before) => `«${title}»: ${now}, e não ${before}.`,
    gone: (title, before) => `«${title}» estava anunciado para ${before}: agora não tem data.`,
  },
};
