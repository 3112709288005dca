/**
 * Answers on their way to the server: each is written down in the browser first, sent at once, and sent again until the
 * server says that it has it, with how long ago it was given. A reload, a lost connection, a closed tab lose nothing.
 */
export interface GivenAnswer {
  key: string;
  question: string;
  answer: unknown;
  /** When it was given, by this device's clock, in milliseconds. */
  at: number;
}

export interface SentAnswer extends Omit<GivenAnswer, "at"> {
  ago: number;
}

export interface AnswerPorts {
  /** Sends them all at once; throws where they did not arrive. Answers whether the attempt has ended. */
  send(answers: SentAnswer[]): Promise<{ kept: string[]; ended: boolean }>;
  /** Whether what went wrong will go wrong again: it was refused. */
  isRefusal(error: unknown): boolean;
  read(): GivenAnswer[];
  write(left: GivenAnswer[]): void;
  heard(): void;
  key(): string;
  now(): number;
  /** Calls back later; answers what takes that back. */
  later(work: () => void, milliseconds: number): () => void;
}

const SOONEST = 2_000;
const LATEST = 30_000;
/** So many go in one request. */
const MOST = 400;
/** What is typed goes out when it has rested so long. */
const RESTING = 700;

export class AnswerKeeper {
  private left: GivenAnswer[];
  private sending: Promise<void> | null = null;
  private wait = SOONEST;
  private stopTimer: (() => void) | null = null;
  private failure: unknown = null;
  private over = false;
  private lastKept: number | null = null;

  constructor(private readonly ports: AnswerPorts) {
    this.left = ports.read();
    if (this.left.length > 0) void this.flush();
  }

  /** Answers that are not with the server yet, by question, the newest of each. */
  get waiting(): ReadonlyMap<string, unknown> {
    return new Map(this.left.map(({ question, answer }) => [question, answer]));
  }

  /** Null: all is well; else what came back last. */
  get error(): unknown {
    return this.failure;
  }

  get ended(): boolean {
    return this.over;
  }

  /** When the server kept something last, by this device's clock. */
  get keptAt(): number | null {
    return this.lastKept;
  }

  /** An answer is given; `resting`: it is being typed, so it goes out a moment later, and only its last form. */
  give(question: string, answer: unknown, resting = false): void {
    const { ports } = this;
    const at = ports.now();
    const last = this.left.at(-1);
    // What is typed on replaces what has not gone out.
    const typedOn = resting && !this.sending && last?.question === question;
    if (typedOn && last) this.left[this.left.length - 1] = { ...last, answer, at };
    else this.left.push({ key: ports.key(), question, answer, at });
    ports.write(this.left);
    ports.heard();
    if (resting) this.after(RESTING);
    else void this.flush();
  }

  /** Sends what is left, now; true where all of it is with the server. */
  async flush(): Promise<boolean> {
    while (this.sending) await this.sending;
    if (this.left.length > 0) {
      this.sending = this.send();
      await this.sending;
      this.sending = null;
    }
    if (this.left.length > 0 && this.failure === null) return this.flush();
    return this.left.length === 0;
  }

  stop(): void {
    this.stopTimer?.();
    this.stopTimer = null;
  }

  private after(milliseconds: number): void {
    this.stop();
    this.stopTimer = this.ports.later(() => void this.flush(), milliseconds);
  }

  private async send(): Promise<void> {
    const { ports } = this;
    this.stop();
    const batch = this.left.slice(0, MOST);
    const now = ports.now();
    try {
      const { kept, ended } = await ports.send(
        // A clock that was set back makes nothing younger than now.
        batch.map(({ at, ...one }) => ({
          ...one,
          ago: Math.max(0, Math.min(86_400_000, now - at)),
        })),
      );
      const gone = new Set(kept);
      this.left = this.left.filter(({ key }) => !gone.has(key));
      this.over ||= ended;
      this.failure = null;
      this.wait = SOONEST;
      this.lastKept = ports.now();
    } catch (error) {
      this.failure = error;
      if (ports.isRefusal(error)) {
        // It would be refused again: what was refused is said, and stays out of the way of what comes.
        const refused = new Set(batch.map(({ key }) => key));
        this.left = this.left.filter(({ key }) => !refused.has(key));
      } else {
        this.after(this.wait);
        this.wait = Math.min(LATEST, this.wait * 2);
      }
    }
    ports.write(this.left);
    ports.heard();
  }
}
