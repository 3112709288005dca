/** Exact fractions: nothing that a mark hangs on is ever a float. Only what is put out is rounded. */

/** A fraction in lowest terms, its denominator above 0. */
export class Rational {
  static readonly ZERO = new Rational(0n, 1n);
  static readonly ONE = new Rational(1n, 1n);

  private constructor(
    readonly over: bigint,
    readonly of: bigint,
  ) {}

  /** over / of; `of` is not 0. */
  static of(over: bigint | number, of: bigint | number = 1n): Rational {
    let [a, b] = [BigInt(over), BigInt(of)];
    if (b === 0n) throw new RangeError("A fraction of nothing");
    if (b < 0n) [a, b] = [-a, -b];
    let [x, y] = [a < 0n ? -a : a, b];
    while (y > 0n) [x, y] = [y, x % y];
    return x === 1n ? new Rational(a, b) : new Rational(a / x, b / x);
  }

  /** A number of a file: the decimal it reads as, never its binary neighbor. */
  static ofNumber(value: number): Rational {
    return Rational.ofDecimal(String(value));
  }

  /** "-12.5", "1e-7": a decimal as a program writes it. */
  static ofDecimal(text: string): Rational {
    const [, sign, whole = "", part = "", power = "0"] =
      /^([+-]?)(\d*)\.?(\d*)(?:e([+-]?\d+))?$/.exec(text) ?? [];
    if (whole === "" && part === "") throw new RangeError(`"${text}" is no decimal`);
    const digits = BigInt(`${whole}${part}`) * (sign === "-" ? -1n : 1n);
    const tens = Number(power) - part.length;
    return tens >= 0
      ? Rational.of(digits * 10n ** BigInt(tens))
      : Rational.of(digits, 10n ** BigInt(-tens));
  }

  plus(other: Rational): Rational {
    return Rational.of(this.over * other.of + other.over * this.of, this.of * other.of);
  }
  minus(other: Rational): Rational {
    return Rational.of(this.over * other.of - other.over * this.of, this.of * other.of);
  }
  times(other: Rational): Rational {
    return Rational.of(this.over * other.over, this.of * other.of);
  }
  dividedBy(other: Rational): Rational {
    return Rational.of(this.over * other.of, this.of * other.over);
  }
  abs(): Rational {
    return this.over < 0n ? new Rational(-this.over, this.of) : this;
  }

  /** Below 0, 0, or above 0, as this is below, equal to or above the other. */
  compare(other: Rational): number {
    const difference = this.over * other.of - other.over * this.of;
    return difference < 0n ? -1 : difference > 0n ? 1 : 0;
  }
  isBelow(other: Rational): boolean {
    return this.compare(other) < 0;
  }
  equals(other: Rational): boolean {
    return this.over === other.over && this.of === other.of;
  }
  get isZero(): boolean {
    return this.over === 0n;
  }

  /** Rounded to so many decimals, half up by size; a number that prints as it reads. */
  rounded(decimals: number): number {
    const scale = 10n ** BigInt(decimals);
    const size = this.over < 0n ? -this.over : this.over;
    const units = (2n * size * scale + this.of) / (2n * this.of);
    return written(this.over < 0n ? -units : units, decimals);
  }
}

/** Whole units of the last decimal as a number: 1250 with three decimals is 1.25. Never -0. */
export function written(units: bigint, decimals: number): number {
  if (units === 0n) return 0;
  const size = (units < 0n ? -units : units).toString().padStart(decimals + 1, "0");
  const text = `${size.slice(0, -decimals)}.${size.slice(-decimals)}`;
  return units < 0n ? -Number(text) : Number(text);
}

/** The square root of a fraction in thousandths: how many of 1, 3, 5, … have a square up to 4,000,000 times it. */
export function rootInThousandths(square: Rational): bigint {
  const root = wholeRoot((4_000_000n * square.over) / square.of);
  return (root + 1n) / 2n;
}

/** The largest whole number whose square is not above a whole number from 0 on (Newton's method). */
function wholeRoot(value: bigint): bigint {
  if (value < 2n) return value;
  let guess = 1n << (BigInt(value.toString(2).length + 1) / 2n);
  for (;;) {
    const next = (guess + value / guess) / 2n;
    if (next >= guess) return guess;
    guess = next;
  }
}

export const sum = (all: readonly Rational[]): Rational => {
  let total = Rational.ZERO;
  for (const one of all) total = total.plus(one);
  return total;
};
