/** What of a rearranged list stayed in place, so that as little as possible counts as moved. */

/** The places whose numbers stand in a longest rising row; the others have moved. -1 is none. */
export function inRow(numbers: readonly number[]): number[] {
  const tails: number[] = [];
  const before: (number | undefined)[] = [];
  for (const [place, number] of numbers.entries()) {
    if (number < 0) continue;
    let low = 0;
    let high = tails.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((numbers[tails[middle] as number] as number) < number) low = middle + 1;
      else high = middle;
    }
    before[place] = tails[low - 1];
    tails[low] = place;
  }
  const row: number[] = [];
  for (let place = tails.at(-1); place !== undefined; place = before[place]) row.push(place);
  return row;
}
