import { answer, api, type Schemas } from '../api/client';

/** Who is signed in here, and what they may. */
class Me {
  view = $state<Schemas['MeView'] | null>(null);

  readonly person = $derived(this.view?.person ?? null);
  readonly locked = $derived(this.view?.locked === true);

  may(policy: string): boolean {
    return this.view?.may.includes(policy) ?? false;
  }

  async load(): Promise<void> {
    this.view = await answer(api.GET('/api/me'));
  }

  /** Another person: what the one before saw goes with the page. */
  async enter(call: Promise<Schemas['MeView']>): Promise<void> {
    this.view = await call;
    location.assign('/');
  }

  async lock(): Promise<void> {
    if (!this.view?.hasSession || this.view.locked) return;
    await answer(api.POST('/api/me/lock'));
    this.view = { ...this.view, locked: true };
  }

  async leave(): Promise<void> {
    await answer(api.POST('/api/sign-out'));
    location.assign('/');
  }
}

export const me = new Me();

/** Locks the screen when nobody has touched it for a while. Returns what stops the watch. */
export function watchIdle(minutes: () => number, lock: () => void): () => void {
  let touched = Date.now();
  const touch = () => (touched = Date.now());
  const events = ['pointerdown', 'keydown', 'pointermove'] as const;
  for (const event of events) window.addEventListener(event, touch, { passive: true });
  const timer = setInterval(() => {
    if (Date.now() - touched > minutes() * 60_000) lock();
  }, 5000);
  return () => {
    clearInterval(timer);
    for (const event of events) window.removeEventListener(event, touch);
  };
}
