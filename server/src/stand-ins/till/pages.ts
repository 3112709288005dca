/** The practice till's pages: plain HTML, without scripts. Card numbers come here and nowhere else. */
import { sayMoney } from "@dawngate/core/sales";
import { html, raw } from "hono/html";
import { CARDS } from "./cards";
import type { Payment } from "./store";

const STYLE = `
:root{color-scheme:light dark}
body{margin:0;background:#FBF8F3;color:#1F1B2E;font:17px/1.5 system-ui,sans-serif}
main{max-width:30rem;margin:0 auto;padding:2rem 1.25rem 4rem}
h1{font-size:1.6rem;margin:.2rem 0 1.2rem}
label{display:block;margin:1rem 0 .3rem}
input{font:inherit;width:100%;box-sizing:border-box;padding:.7rem;border:1px solid #655E7C;border-radius:.4rem;background:#fff;color:#1F1B2E}
button{font:inherit;font-weight:600;min-height:3rem;padding:0 1.5rem;border:0;border-radius:.6rem;background:#221D3D;color:#fff;margin-top:1.4rem;width:100%}
button.quiet{background:transparent;color:#221D3D;border:1px solid #655E7C}
table{border-collapse:collapse;width:100%;margin-top:1rem;font-size:.9rem}
td,th{text-align:left;padding:.35rem .5rem .35rem 0;border-bottom:1px solid #DDD6E5;vertical-align:top}
.wide{overflow-x:auto}.wide button{margin:0;min-height:2.4rem;padding:0 .8rem;width:auto;white-space:nowrap}
.note{color:#655E7C;font-size:.95rem}
.wrong{color:#B43F2A;font-weight:600}
@media(prefers-color-scheme:dark){body{background:#18142A;color:#F3EEE6}.note{color:#B5ADC9}button{background:#F3EEE6;color:#18142A}button.quiet{background:transparent;color:#F3EEE6}.wrong{color:#F5937D}}
`;

const page = (title: string, body: unknown) => html`<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${title}</title>
<style>${raw(STYLE)}</style></head><body><main><p class="note">Practice till: no money moves</p>${body}</main></body></html>`;

const sum = ({ amount, currency }: Payment) =>
  amount === 0 ? "a card" : sayMoney(amount, currency);
/** What its holder is asked: to pay, or to put in a card that is kept. */
const asks = (payment: Payment) =>
  payment.amount === 0
    ? { title: "Put in a card", press: "Keep this card", leave: "Leave without a card" }
    : {
        title: `Pay ${sum(payment)}`,
        press: `Pay ${sum(payment)}`,
        leave: "Leave without paying",
      };

export function payPage(payment: Payment, wrong: string | null) {
  const { title, press, leave } = asks(payment);
  return page(
    payment.amount === 0 ? title : "Pay",
    html`<h1>${title}</h1>
${payment.amount === 0 ? html`<p>Nothing is charged now. It is kept for what falls due.</p>` : ""}
${wrong === null ? "" : html`<p class="wrong" role="alert">${wrong}</p>`}
<form method="post" action="/pay/${payment.id}/card">
<label for="card">Card number</label>
<input id="card" name="card" inputmode="numeric" autocomplete="off" maxlength="30" required>
<button>${press}</button></form>
<form method="post" action="/pay/${payment.id}/leave"><button class="quiet">${leave}</button></form>
<table><thead><tr><th>Card for practice</th><th>What it does</th></tr></thead><tbody>
${CARDS.map(({ number, says }) => html`<tr><td>${number}</td><td>${says}</td></tr>`)}</tbody></table>`,
  );
}

export const secondStepPage = (payment: Payment) =>
  page(
    "Second step",
    html`<h1>Is it you?</h1><p>Your bank asks whether you ${payment.amount === 0 ? "put in this card" : `pay ${sum(payment)}`}.</p>
<form method="post" action="/pay/${payment.id}/step"><button name="answer" value="yes">${payment.amount === 0 ? "Yes, keep it" : "Yes, pay"}</button>
<button class="quiet" name="answer" value="no">No</button></form>`,
  );

export const overPage = (says: string) => page("Nothing to pay", html`<h1>${says}</h1>`);

/** What can be done about a payment that was paid: its holder disputes it, and the bank settles that. */
const disputeOf = ({ id, state, dispute, amount }: Payment) => {
  if (state !== "paid" || amount === 0) return "";
  if (dispute === "won" || dispute === "lost") return dispute;
  const press = (what: string, says: string) =>
    html`<button class="quiet" name="what" value="${what}">${says}</button>`;
  return html`<form method="post" action="/pay/${id}/dispute">${
    dispute === null
      ? press("opened", "Dispute it")
      : html`${press("won", "The school wins")}${press("lost", "The school loses")}`
  }</form>`;
};

export const latelyPage = (rows: (Payment & { messages: number; unsent: number })[]) =>
  page(
    "What the till did",
    html`<h1>What the till did lately</h1><div class="wide" role="region" aria-label="Payments" tabindex="0"><table><thead><tr><th>Payment</th><th>Sum</th><th>State</th><th>Told</th><th>Dispute</th></tr></thead><tbody>
${rows.map((row) => html`<tr><td>${row.id.slice(0, 12)}</td><td>${sum(row)}</td><td>${row.state}</td><td>${row.messages - row.unsent} of ${row.messages}</td><td>${disputeOf(row)}</td></tr>`)}
</tbody></table></div>`,
  );
