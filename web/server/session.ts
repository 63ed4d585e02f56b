/** A session that ended while work goes on: whoever asked waits, and asks again once somebody has signed in. */
interface Ended {
  readonly signedIn: Promise<void>;
  readonly resolve: () => void;
}

let ended: Ended | undefined;
const listeners = new Set<() => void>();

/** Whether somebody has to sign in again before anything goes on. */
export const hasEnded = (): boolean => ended !== undefined;

/** Tells of every change of `hasEnded`; gives what ends that. */
export function onSession(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Settled once somebody has signed in again. */
export function untilSignedIn(): Promise<void> {
  if (!ended) {
    let resolve = () => {};
    const signedIn = new Promise<void>((done) => {
      resolve = done;
    });
    set({ signedIn, resolve });
  }
  return ended?.signedIn ?? Promise.resolve();
}

/** Lets everybody go on who waits. */
export function signedInAgain(): void {
  ended?.resolve();
  set(undefined);
}

function set(to: Ended | undefined): void {
  ended = to;
  for (const listener of listeners) listener();
}
