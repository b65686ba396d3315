export interface Notice {
  text: string;
  warning: boolean;
  action?: { label: string; run: () => void };
}

/** One sentence at the foot of the screen; the newest replaces the one before. */
class Notices {
  current = $state<Notice | null>(null);
  #timer: ReturnType<typeof setTimeout> | undefined;

  say(text: string, action?: Notice['action']): void {
    this.#show({ text, warning: false, action });
  }

  warn(text: string): void {
    this.#show({ text, warning: true });
  }

  clear(): void {
    this.current = null;
  }

  #show(notice: Notice): void {
    this.current = notice;
    clearTimeout(this.#timer);
    // A warning stays until it is read and closed.
    if (!notice.warning) this.#timer = setTimeout(() => (this.current = null), 7000);
  }
}

export const notices = new Notices();
