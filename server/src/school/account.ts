/** Somebody who is signed in. */
export interface Account {
  id: string;
  name: string;
  email: string;
  /** A second step was taken in this session. */
  strong: boolean;
  /** The session, by its identifier. */
  session: string;
}
