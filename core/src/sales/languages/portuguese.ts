/** Portuguese. */
import type { SpokenSales, StepUnit } from "./spoken";

const ONE: Record<StepUnit, string> = { day: "dia", week: "semana", month: "mês", year: "ano" };
const MANY: Record<StepUnit, string> = {
  day: "dias",
  week: "semanas",
  month: "meses",
  year: "anos",
};

export const PORTUGUESE: SpokenSales = {
  kinds: {
    receipt: "Recibo",
    invoice: "Fatura",
    "credit-note": "Nota de crédito",
    "payment-request": "Pedido de pagamento",
  },
  lines: {
    price: "Preço",
    sale: "Preço promocional",
    early: "Preço antecipado",
    late: "Acréscimo por atraso",
    seats: (count) => `${count} lugares`,
    holder: "Para quem já está dentro",
    code: "Código",
    tax: "Imposto",
    taxTakenOff: "Imposto retirado",
  },
  free: "Grátis",
  every: (count, unit) => (count === 1 ? `por ${ONE[unit]}` : `a cada ${count} ${MANY[unit]}`),
  paper: {
    order: (id) => `Encomenda ${id}`,
    credits: (invoices) => `Sobre a fatura ${invoices}`,
    reference: (text) => `A sua referência: ${text}`,
    buyer: "Para",
    taxNumber: (number) => `Número fiscal ${number}`,
    withoutTax: "Sem imposto",
    tax: (rate) => (rate === null ? "Imposto" : `Imposto, ${rate}`),
    paidOn: (day) => `Pago em ${day}`,
    givenBackOn: (day) => `Devolvido em ${day}`,
    inAll: "Ao todo",
    ofItTax: "Do qual imposto",
    paid: "Pago",
    dueLater: "A pagar mais tarde",
    payBy: (day) => `A pagar até ${day}`,
    seats: (count) => `Para ${count} lugares.`,
    receivedOn: (day) => `Recebido por transferência em ${day}.`,
    givenBack: (title) => `Devolvido: ${title}`,
    period: (title, from, through) => `${title}, de ${from} a ${through}, inclusive`,
    part: (title, part, of) => `${title}, prestação ${part} de ${of}`,
    reverseCharge: (number) =>
      `Autoliquidação: o imposto é devido por quem compra (2006/112/CE art. 196). Número fiscal ${number}.`,
    outside: (country) => `Sem imposto: fornecido a ${country}, fora da União Europeia.`,
    taxOf: (country, rate) => `Imposto de ${country}, ${rate}.`,
    sayWith: (id) => `A indicar na transferência: ${id}`,
    noInvoice: "Isto não é uma fatura. A fatura segue assim que o dinheiro chegar.",
  },
  mail: {
    inAll: (amount, tax) => `Ao todo: ${amount}${tax === null ? "" : `, do qual imposto ${tax}`}`,
    dueOn: (day, amount) => `A pagar em ${day}: ${amount}`,
    next: (amount, day) => `A seguir: ${amount} em ${day}.`,
    part: (part, of) => `prestação ${part} de ${of}`,
    period: (from) => `o período a partir de ${from}`,
    file: (number) => `${number} em ficheiro, depois de entrar na conta`,
    receiptFile: (number, order) =>
      `Recibo ${number}, encomenda ${order}. Em ficheiro, depois de entrar na conta`,
    requestFile: "O pedido em ficheiro",
    sayWith: (id) => `A indicar com o pagamento: ${id}`,
    receipt: {
      subject: (title, number) => `Recibo ${number}: ${title}`,
      yours: (title) => `«${title}» é seu.`,
      renewed: (title) => `«${title}» está renovado.`,
      gift: (title, to, on) =>
        `Oferece «${title}»: ${to} fica a saber ${on === null ? "agora" : `em ${on}`}.`,
      nothingDue: "Agora não há nada a pagar.",
      paid: (amount) => `Foram pagos ${amount}.`,
      courses: "Ir para os meus cursos",
      stands: "Ver em que ponto está",
      giveOut: (seats) => `Distribuir ${seats} lugares`,
    },
    paid: {
      subject: (title, amount) => `${amount} pagos: ${title}`,
      says: (title, amount, which) => `Foram cobrados ${amount} por «${title}» (${which}).`,
      came: (title, amount, which) => `Chegaram ${amount} por «${title}» (${which}).`,
      nothingLeft: "Não resta nada a pagar.",
    },
    closed: {
      subject: (title) => `Fechado até ser pago: ${title}`,
      says: (title, amount) =>
        `Faltam pagar ${amount} de «${title}». O que fez fica guardado; abre de novo assim que for pago.`,
      ends: (day) => `Se continuar por pagar, a encomenda termina em ${day}.`,
      pay: "Pagar agora",
    },
    ended: {
      subject: (title) => `Terminado: ${title}`,
      says: (title) =>
        `«${title}» terminou, porque uma parte ficou por pagar. Nada mais é cobrado. Para continuar, escreva-nos ou compre de novo.`,
    },
    disputes: {
      disputed: {
        subject: (title) => `Um pagamento é contestado: ${title}`,
        says: (title) =>
          `Um pagamento de «${title}» foi contestado no banco do cartão. Fica fechado até isso se resolver; o que fez fica guardado. Se não queria contestá-lo, diga-o ao seu banco ou responda a esta mensagem.`,
      },
      "dispute-won": {
        subject: (title) => `Está aberto de novo: ${title}`,
        says: (title) =>
          `A contestação de um pagamento de «${title}» está resolvida: o pagamento mantém-se, e está aberto de novo.`,
      },
      "dispute-lost": {
        subject: (title) => `O pagamento contestado foi devolvido: ${title}`,
        says: (title) =>
          `A contestação de um pagamento de «${title}» está resolvida: o dinheiro volta para o cartão, e a encomenda terminou. Nada mais é cobrado.`,
      },
    },
    notChanged: {
      subject: (title) => `Não mudou: ${title}`,
      says: (title, amount) =>
        `«${title}» não pôde ser mudado: quando o seu cartão respondeu, a mudança custava outra soma. Foram cobrados ${amount} por isso, que lhe são devolvidos. Pode mudar outra vez.`,
    },
    changed: {
      subject: (title) => `Mudou: ${title}`,
      now: (title, price) =>
        `«${title}» paga-se de outra forma a partir de hoje: ${price} por período.`,
      charged: (amount) =>
        `Foram cobrados ${amount}: o que restava do período anterior já está contado.`,
      nothingCharged: "Nada foi cobrado: o que restava do período anterior valia o mesmo.",
      later: (title, price) =>
        `«${title}» paga-se de outra forma a partir do próximo período: ${price} por período. Hoje nada foi cobrado.`,
    },
    announced: {
      subject: (title, price, was) => `${price} em vez de ${was}: ${title}`,
      says: (title, from, price, was) =>
        `A partir de ${from}, «${title}» custa-lhe ${price} em vez de ${was}.`,
      before: "O que vence antes desse dia custa o mesmo que agora.",
      first: (day) =>
        `O seu primeiro pagamento a esse preço vence em ${day}; todos os anteriores custam o mesmo que agora.`,
      youMay:
        "Se quiser continuar, não precisa de fazer nada. Se não, cancele antes desse pagamento: fica seu até ao último dia pago, e nada mais é cobrado.",
      look: "Ver ou cancelar",
      stays: {
        subject: (title, was) => `O preço continua a ser ${was}: ${title}`,
        says: (title, was, price) =>
          `«${title}» continua a custar-lhe ${was}. A mudança para ${price} que lhe tínhamos anunciado não acontece; não precisa de fazer nada.`,
      },
    },
    card: {
      ends: {
        subject: (title) => `O seu cartão expira antes do próximo pagamento: ${title}`,
        says: (title, card, amount, day) =>
          `O pagamento de ${amount} por «${title}» vence em ${day}. O cartão registado, ${card}, já não será válido nessa altura.`,
      },
      none: {
        subject: (title) => `Falta um cartão para o próximo pagamento: ${title}`,
        says: (title, amount, day) =>
          `O pagamento de ${amount} por «${title}» vence em ${day}, e ainda não há nenhum cartão registado.`,
      },
      putIn: "Registe um antes desse dia, e tudo continua por si. Nada é cobrado antes.",
      put: "Registar um cartão",
      kept: {
        subject: (title) => `O seu cartão está registado: ${title}`,
        says: (title, card) =>
          `O que vencer por «${title}» passa a ser cobrado no cartão ${card}. Nada foi cobrado para o registar.`,
      },
    },
    back: {
      subject: (title, amount) => `São-lhe devolvidos ${amount}: ${title}`,
      notDue: (title) => `O que faltava pagar de «${title}» já não é devido.`,
      byTransfer: (title, amount) =>
        `${amount} de «${title}» são-lhe devolvidos por transferência, dentro de alguns dias.`,
      toCard: (title, amount) =>
        `${amount} de «${title}» voltam para o cartão com que se pagou, dentro de alguns dias.`,
      ends: "Com isso o seu acesso terminou.",
    },
    unfinished: {
      subject: (title) => `Não terminou a compra: ${title}`,
      says: (title) => `Começou a comprar «${title}» e não pagou. Nada foi cobrado.`,
      way: "Se algo o impediu, responda a esta mensagem. Se não, a página continua lá; o preço é o do dia.",
      back: "Voltar à compra",
      only: "Esta é a única mensagem sobre isso.",
    },
    notGiven: {
      subject: (title) => `O seu presente não pôde ser dado: ${title}`,
      says: (title, to) =>
        `${to} já está em «${title}» e não soube de nada. Ainda pode oferecê-lo: escolha outra pessoa.`,
      give: "Oferecê-lo a alguém",
    },
  },
};
