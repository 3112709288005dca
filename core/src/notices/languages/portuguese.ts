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
  letters: {
    seeCourse: "Ver o curso",
    toLesson: "Ir para a lição",
    answered: {
      subject: (lesson) => `A sua pergunta sobre «${lesson}» foi respondida`,
      asked: (text) => `Perguntou: «${text}»`,
      by: (who) => `${who} responde:`,
    },
    notIn: {
      subject: (course) => `Sobre o seu pedido para entrar em ${course}`,
      says: (course) => `Pediu para entrar em «${course}». Desta vez o pedido não foi aceite:`,
    },
    placeGone: {
      subject: (course) => `O lugar em ${course} passou à pessoa seguinte`,
      says: (course) =>
        `Tinha um lugar reservado em «${course}», e o prazo terminou. Passou à pessoa seguinte na lista de espera.`,
      again: "Pode voltar a pôr-se na lista de espera.",
    },
    reviewed: {
      accepted: (lesson) => `«${lesson}» foi aceite`,
      back: (lesson) => `«${lesson}» voltou: falta ainda alguma coisa`,
      acceptedBy: (who) => `${who} aceitou o que entregou.`,
      backBy: (who) => `${who} viu o que entregou e devolve-lho. Corrija e entregue mais uma vez.`,
      remarks: (count) =>
        count === 1
          ? "Há uma observação ao lado do seu texto."
          : `Há ${count} observações ao lado do seu texto.`,
      opens: (titles) => `Com isto abre-se para si: ${titles}.`,
    },
    came: {
      asked: "Pediu para entrar, e já está dentro.",
      waited: "Esperava por um lugar, e um ficou livre: é seu.",
      seatOf: (buyer) => `Ficou com um lugar de ${buyer}.`,
      inAlready: "Já estava dentro e não precisava de lugar.",
      gift: (buyer, title) => `${buyer} oferece-lhe «${title}».`,
    },
    member: {
      subject: (title) => `É membro: ${title}`,
      has: (title, courses, subjects) =>
        `Tem «${title}»: ${courses === 1 ? "um curso está aberto" : `${courses} cursos estão abertos`} para si, e também os que vierem${subjects && ` (${subjects})`}. Começa cada um quando quiser.`,
      choose: "Escolher um curso",
    },
    reminder: {
      hello: "Olá,",
      ask: (title) => `Quer que lhe lembremos ${title}?`,
      asks: (title) =>
        `Alguém, esperamos que tenha sido você, quer saber quando abre «${title}». Carregue abaixo se foi; recebe uma só mensagem, e depois o seu endereço é esquecido.`,
      notYou: "Se não foi, não faça nada: daqui a dois dias nada disto resta.",
      yes: "Sim, lembrem-me",
      open: (title) => `Está aberto: ${title}`,
      isOpen: (title, through) =>
        `Quis saber: «${title}» está aberto agora${through === null ? "" : `, até ${through}, inclusive`}.`,
      look: "Ver",
      only: "Esta é a única mensagem sobre isto. O seu endereço já foi esquecido.",
    },
  },
};
