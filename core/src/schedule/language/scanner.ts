/** Goes through a sentence from left to right, and remembers how far it got and what could have stood there. */

export interface Expected {
  /** What could be typed there. */
  text: string;
  /** It is a kind of thing, not to be typed as it stands: "a date". */
  kind?: true;
}

export class Scanner {
  pos = 0;
  /** The furthest place that something was looked for in vain, and what. */
  far = 0;
  expected: Expected[] = [];

  constructor(readonly text: string) {}

  private skip(): void {
    while (this.pos < this.text.length && /[\s,]/.test(this.text[this.pos] as string))
      this.pos += 1;
  }

  /** Nothing is left. */
  atEnd(): boolean {
    const before = this.pos;
    this.skip();
    const end = this.pos >= this.text.length;
    if (!end) this.pos = before;
    return end;
  }

  miss(...expected: Expected[]): null {
    const at = this.place();
    if (at > this.far) {
      this.far = at;
      this.expected = [];
    }
    if (at === this.far)
      for (const one of expected)
        if (!this.expected.some(({ text }) => text === one.text)) this.expected.push(one);
    return null;
  }

  /** Where the next word begins. */
  place(): number {
    const before = this.pos;
    this.skip();
    const at = this.pos;
    this.pos = before;
    return at;
  }

  /** Takes words as they stand, in any case, the first of these that is there; `shown` is offered instead. */
  words(options: readonly string[], shown: readonly string[] = options.slice(0, 1)): string | null {
    const before = this.pos;
    this.skip();
    for (const option of options) {
      const pattern = option.split(" ").map((word) => word.replace(/[.*+?^${}()|[\]\\]/g, "\\$&"));
      const found = new RegExp(`^${pattern.join("\\s+")}(?![\\p{L}\\p{N}])`, "iu").exec(
        this.text.slice(this.pos).replaceAll("’", "'"),
      );
      if (found) {
        this.pos += found[0].length;
        return option;
      }
    }
    this.pos = before;
    return this.miss(...shown.map((text) => ({ text })));
  }

  /** Takes what a pattern matches; `kind` says what that is. */
  match(pattern: RegExp, kind: string): RegExpExecArray | null {
    const before = this.pos;
    this.skip();
    const found = new RegExp(`^(?:${pattern.source})`, pattern.flags).exec(
      this.text.slice(this.pos),
    );
    if (found) {
      this.pos += found[0].length;
      return found;
    }
    this.pos = before;
    return kind === "" ? null : this.miss({ text: kind, kind: true });
  }

  /** Tries something; where it comes to nothing, one stands where one stood before. */
  attempt<T>(read: () => T | null): T | null {
    const before = this.pos;
    const found = read();
    if (found === null) this.pos = before;
    return found;
  }
}
