/** Spanish. */
import type { SpokenSales, StepUnit } from "./spoken";

const ONE: Record<StepUnit, string> = { day: "día", week: "semana", month: "mes", year: "año" };
const MANY: Record<StepUnit, string> = {
  day: "días",
  week: "semanas",
  month: "meses",
  year: "años",
};

export const SPANISH: SpokenSales = {
  kinds: {
    receipt: "Recibo",
    invoice: "Factura",
    "credit-note": "Factura rectificativa",
    "payment-request": "Solicitud de pago",
  },
  lines: {
    price: "Precio",
    sale: "Precio de oferta",
    early: "Precio anticipado",
    late: "Recargo por retraso",
    seats: (count) => `${count} plazas`,
    holder: "Para quienes ya están dentro",
    code: "Código",
    tax: "Impuesto",
    taxTakenOff: "Impuesto descontado",
  },
  free: "Gratis",
  every: (count, unit) => (count === 1 ? `cada ${ONE[unit]}` : `cada ${count} ${MANY[unit]}`),
  paper: {
    order: (id) => `Pedido ${id}`,
    credits: (invoices) => `Sobre la factura ${invoices}`,
    reference: (text) => `Tu referencia: ${text}`,
    buyer: "Para",
    taxNumber: (number) => `Número fiscal ${number}`,
    withoutTax: "Sin impuestos",
    tax: (rate) => (rate === null ? "Impuesto" : `Impuesto, ${rate}`),
    paidOn: (day) => `Pagado el ${day}`,
    givenBackOn: (day) => `Devuelto el ${day}`,
    inAll: "En total",
    ofItTax: "De ello, impuestos",
    paid: "Pagado",
    dueLater: "A pagar más adelante",
    payBy: (day) => `A pagar hasta el ${day}`,
    seats: (count) => `Para ${count} plazas.`,
    receivedOn: (day) => `Recibido por transferencia el ${day}.`,
    givenBack: (title) => `Devuelto: ${title}`,
    period: (title, from, through) => `${title}, del ${from} al ${through} inclusive`,
    part: (title, part, of) => `${title}, plazo ${part} de ${of}`,
    reverseCharge: (number) =>
      `Inversión del sujeto pasivo: el impuesto lo debe quien compra (2006/112/CE art. 196). Número fiscal ${number}.`,
    outside: (country) => `Sin impuestos: entregado en ${country}, fuera de la Unión Europea.`,
    taxOf: (country, rate) => `Impuesto de ${country}, ${rate}.`,
    sayWith: (id) => `Indica en la transferencia: ${id}`,
    noInvoice: "Esto no es una factura. La factura llega en cuanto se reciba el dinero.",
  },
  mail: {
    inAll: (amount, tax) =>
      `En total: ${amount}${tax === null ? "" : `, de ello impuestos ${tax}`}`,
    dueOn: (day, amount) => `A pagar el ${day}: ${amount}`,
    next: (amount, day) => `Después: ${amount} el ${day}.`,
    part: (part, of) => `plazo ${part} de ${of}`,
    period: (from) => `el periodo desde el ${from}`,
    file: (number) => `${number} como archivo, una vez iniciada la sesión`,
    receiptFile: (number, order) =>
      `Recibo ${number}, pedido ${order}. Como archivo, una vez iniciada la sesión`,
    requestFile: "La solicitud como archivo",
    sayWith: (id) => `Indica con el pago: ${id}`,
    receipt: {
      subject: (title, number) => `Recibo ${number}: ${title}`,
      yours: (title) => `«${title}» es tuyo.`,
      renewed: (title) => `«${title}» está renovado.`,
      gift: (title, to, on) =>
        `Regalas «${title}»: ${to} lo sabrá ${on === null ? "ahora" : `el ${on}`}.`,
      nothingDue: "Ahora no hay nada que pagar.",
      paid: (amount) => `Se han pagado ${amount}.`,
      courses: "Ir a mis cursos",
      stands: "Ver cómo está",
      giveOut: (seats) => `Repartir ${seats} plazas`,
    },
    paid: {
      subject: (title, amount) => `${amount} pagados: ${title}`,
      says: (title, amount, which) => `Se han cobrado ${amount} por «${title}» (${which}).`,
      came: (title, amount, which) => `Han llegado ${amount} por «${title}» (${which}).`,
      nothingLeft: "No queda nada por pagar.",
    },
    closed: {
      subject: (title) => `Cerrado hasta que se pague: ${title}`,
      says: (title, amount) =>
        `Quedan sin pagar ${amount} por «${title}». Lo que has hecho se conserva; se abre de nuevo en cuanto se pague.`,
      ends: (day) => `Si sigue sin pagarse, el pedido termina el ${day}.`,
      pay: "Pagar ahora",
    },
    ended: {
      subject: (title) => `Terminado: ${title}`,
      says: (title) =>
        `«${title}» ha terminado, porque una parte quedó sin pagar. Ya no se cobra nada más. Para seguir, escríbenos o cómpralo de nuevo.`,
    },
    disputes: {
      disputed: {
        subject: (title) => `Un pago está en disputa: ${title}`,
        says: (title) =>
          `Un pago por «${title}» se ha disputado ante el banco de la tarjeta. Queda cerrado hasta que se resuelva; lo que has hecho se conserva. Si no querías disputarlo, díselo a tu banco o responde a este mensaje.`,
      },
      "dispute-won": {
        subject: (title) => `Está abierto de nuevo: ${title}`,
        says: (title) =>
          `La disputa por un pago de «${title}» está resuelta: el pago se mantiene y está abierto de nuevo.`,
      },
      "dispute-lost": {
        subject: (title) => `El pago en disputa se ha devuelto: ${title}`,
        says: (title) =>
          `La disputa por un pago de «${title}» está resuelta: el dinero vuelve a la tarjeta y el pedido ha terminado. Ya no se cobra nada más.`,
      },
    },
    notChanged: {
      subject: (title) => `Sin cambios: ${title}`,
      says: (title, amount) =>
        `«${title}» no se pudo cambiar: cuando tu tarjeta respondió, el cambio costaba otra suma. Se cobraron ${amount} por ello y se te devuelven. Puedes cambiarlo otra vez.`,
    },
    changed: {
      subject: (title) => `Cambiado: ${title}`,
      now: (title, price) => `«${title}» se paga de otra forma desde hoy: ${price} por periodo.`,
      charged: (amount) =>
        `Se han cobrado ${amount}: lo que quedaba del periodo anterior ya está descontado.`,
      nothingCharged: "No se ha cobrado nada: lo que quedaba del periodo anterior valía lo mismo.",
      later: (title, price) =>
        `«${title}» se paga de otra forma desde el próximo periodo: ${price} por periodo. Hoy no se ha cobrado nada.`,
    },
    announced: {
      subject: (title, price, was) => `${price} en lugar de ${was}: ${title}`,
      says: (title, from, price, was) =>
        `Desde el ${from}, «${title}» te cuesta ${price} en lugar de ${was}.`,
      before: "Lo que venza antes de ese día cuesta lo mismo que ahora.",
      first: (day) =>
        `Tu primer pago a ese precio vence el ${day}; todos los anteriores cuestan lo mismo que ahora.`,
      youMay:
        "Si quieres seguir, no tienes que hacer nada. Si no, cancela antes de ese pago: será tuyo hasta el último día pagado y no se cobra nada más.",
      look: "Verlo o cancelarlo",
      stays: {
        subject: (title, was) => `El precio sigue siendo ${was}: ${title}`,
        says: (title, was, price) =>
          `«${title}» te sigue costando ${was}. El cambio a ${price} que te habíamos anunciado no se hace; no tienes que hacer nada.`,
      },
    },
    card: {
      ends: {
        subject: (title) => `Tu tarjeta caduca antes del próximo pago: ${title}`,
        says: (title, card, amount, day) =>
          `El pago de ${amount} por «${title}» vence el ${day}. La tarjeta registrada, ${card}, ya no será válida para entonces.`,
      },
      none: {
        subject: (title) => `Falta una tarjeta para el próximo pago: ${title}`,
        says: (title, amount, day) =>
          `El pago de ${amount} por «${title}» vence el ${day}, y todavía no hay ninguna tarjeta registrada.`,
      },
      putIn: "Registra una antes de ese día y todo sigue por sí solo. No se cobra nada antes.",
      put: "Registrar una tarjeta",
      kept: {
        subject: (title) => `Tu tarjeta está registrada: ${title}`,
        says: (title, card) =>
          `Lo que venza por «${title}» se cobra desde ahora a la tarjeta ${card}. No se cobró nada por registrarla.`,
      },
    },
    back: {
      subject: (title, amount) => `Se te devuelven ${amount}: ${title}`,
      notDue: (title) => `Lo que quedaba por pagar de «${title}» ya no hay que pagarlo.`,
      byTransfer: (title, amount) =>
        `Se te devuelven ${amount} de «${title}» por transferencia, en unos días.`,
      toCard: (title, amount) =>
        `${amount} de «${title}» vuelven en unos días a la tarjeta con la que se pagó.`,
      ends: "Con ello ha terminado tu acceso.",
    },
    unfinished: {
      subject: (title) => `No has terminado tu compra: ${title}`,
      says: (title) => `Empezaste a comprar «${title}» y no pagaste. No se ha cobrado nada.`,
      way: "Si algo se lo impidió, responde a este mensaje. Si no, la página sigue ahí; el precio es el del día.",
      back: "Volver a ello",
      only: "Este es el único mensaje sobre ello.",
    },
    notGiven: {
      subject: (title) => `No se pudo dar tu regalo: ${title}`,
      says: (title, to) =>
        `${to} ya está en «${title}» y no ha sabido nada. Aún puedes regalarlo: elige a otra persona.`,
      give: "Regalarlo a alguien",
    },
  },
};
