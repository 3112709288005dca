/**
 * A lesson's text while it is typed: in the browser at once, so that neither Escape nor a reload nor a crash takes it;
 * with the server at a pause and when it is left. A key makes no revision of its own.
 */

export interface KeptText {
  text: string;
  /** The number of its revision. */
  revision: number;
}

export interface TextPorts {
  /** Hands it to the server, on top of a revision. Throws what the server says where it does not take it. */
  send(text: string, revision: number): Promise<KeptText>;
  /** Writes it down in the browser; null: nothing is left. */
  write(left: KeptText | null): void;
  /** Something about it has changed. */
  heard(): void;
  /** Whether it is worth trying again by itself. */
  passes(error: unknown): boolean;
}

export type TextState = "kept" | "typing" | "keeping" | "failed";

/** What is said of each state but the last: what "kept" means is the field's own. */
export const UNKEPT = {
  typing: "Kept in this browser; sent as you pause",
  keeping: "Keeping…",
  failed: "Kept in this browser, not by the server yet",
} as const;

/** Without a key for so long, in milliseconds, it is written down; sent; tried again. */
const WRITE = 250;
const SEND = 3000;
const AGAIN = 4000;

export class TextKeeper {
  private typed: string | null = null;
  private sending = false;
  private failure: unknown = null;
  private writing: ReturnType<typeof setTimeout> | undefined;
  private waiting: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private kept: KeptText,
    private readonly ports: TextPorts,
    /** What was left in the browser the last time. */
    left: KeptText | null = null,
  ) {
    if (!left || left.text === kept.text) return;
    this.typed = left.text;
    // On top of what it was typed over: somebody else's text in between is not written over.
    this.kept = { ...kept, revision: left.revision };
    void this.send();
  }

  get text(): string {
    return this.typed ?? this.kept.text;
  }

  get error(): unknown {
    return this.failure;
  }

  get state(): TextState {
    if (this.failure !== null) return "failed";
    if (this.sending) return "keeping";
    return this.typed === null || this.typed === this.kept.text ? "kept" : "typing";
  }

  type(text: string): void {
    this.typed = text;
    this.failure = null;
    this.writing ??= setTimeout(() => this.write(), WRITE);
    clearTimeout(this.waiting);
    this.waiting = setTimeout(() => void this.send(), SEND);
    this.ports.heard();
  }

  /** The field is left, or goes. */
  leave(): void {
    this.write();
    void this.send();
  }

  /** It went another way: nothing of it is sent or kept here any more. */
  forget(): void {
    this.done();
  }

  /** Writes it down at once. */
  write(): void {
    clearTimeout(this.writing);
    this.writing = undefined;
    const { typed, kept } = this;
    if (typed === null) return;
    this.ports.write(typed === kept.text ? null : { text: typed, revision: kept.revision });
  }

  private async send(): Promise<void> {
    clearTimeout(this.waiting);
    const { typed } = this;
    if (this.sending || typed === null) return;
    if (typed === this.kept.text) return this.done();
    this.sending = true;
    this.failure = null;
    this.ports.heard();
    try {
      this.kept = await this.ports.send(typed, this.kept.revision);
      this.sending = false;
      if (this.typed === typed) this.done();
      else void this.send();
    } catch (error) {
      this.sending = false;
      this.failure = error;
      if (this.ports.passes(error)) this.waiting = setTimeout(() => void this.send(), AGAIN);
    }
    this.ports.heard();
  }

  private done(): void {
    this.typed = null;
    clearTimeout(this.writing);
    this.writing = undefined;
    this.ports.write(null);
  }
}
