/** All pages of a list, one after the other: what a file of everything is written from. */
export async function* everyPage<P extends { next: string | null }>(
  ask: (after: string | null) => Promise<P>,
): AsyncGenerator<P> {
  for (let after: string | null = null; ; ) {
    const page: P = await ask(after);
    yield page;
    if (page.next === null) return;
    after = page.next;
  }
}
