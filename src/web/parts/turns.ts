/** Calls that go one after the other: an answer never arrives after that of a later call. */
export function turns() {
  let last: Promise<unknown> = Promise.resolve();
  return <T>(call: () => Promise<T>): Promise<T> => {
    const mine = last.then(call);
    last = mine.catch(() => undefined);
    return mine;
  };
}
