/** Mail, as the server sends it: one interface, a simulated mailbox behind it or a real mail server. */

export interface Mail {
  to: string;
  subject: string;
  /** Plain text. */
  text: string;
}

export interface Mailer {
  send(mail: Mail): Promise<void>;
}
