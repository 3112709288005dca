/** A page of the till to which a buyer was sent later on, with what is to come of it. */
export interface TillPage {
  order: string;
  key: string;
  /** Which part it pays; null: a card is kept by it. */
  part: number | null;
}
