/** Mail, as the server sends it: one interface, a simulated mailbox behind it or a real mail server. */

export interface Mail {
  to: string;
  subject: string;
  /** Plain text. */
  text: string;
  /** The same as HTML; left out: there is none. */
  html?: string | undefined;
  /** Where one press makes that nothing of its kind comes any more (RFC 8058). */
  unsubscribe?: string | undefined;
  /** Mails of one thread stand together. */
  thread?: string | undefined;
}

/** The mail server refuses the address for good (RFC 5321, 4.2.1: 5yz): trying again would not help. */
export class AddressRefused extends Error {}

export interface Mailer {
  /** Sends a mail; throws `AddressRefused` where it never will be taken. The same key at another try is the same mail: it arrives once, or can be known by it. */
  send(mail: Mail, key: string): Promise<void>;
}
