/** Something a user can do: one list feeds keys, the help sheet and the tests. */
export interface Action {
  name: string;
  /** As KeyboardEvent.key gives it; several keys do the same. */
  keys: string[];
  /** How the keys are shown. */
  shown: string;
  run: () => void;
}

class Actions {
  #global: Action[] = [];
  #view = $state<Action[]>([]);

  get all(): Action[] {
    return [...this.#view, ...this.#global];
  }

  setGlobal(actions: Action[]): void {
    this.#global = actions;
  }

  /** Actions of the view on screen; the returned function takes them away again. */
  offer(actions: Action[]): () => void {
    this.#view = actions;
    return () => {
      if (this.#view === actions) this.#view = [];
    };
  }

  /** Runs what the key means, unless someone is typing or a dialog is open. */
  handle(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
    const target = event.target as HTMLElement;
    if (target.closest('input, textarea, select, dialog')) return;
    // Space and Enter belong to the button that has the focus.
    if (target.closest('button, a, [role=button]') && (event.key === 'Enter' || event.key === ' ')) return;
    const action = this.all.find((candidate) => candidate.keys.includes(event.key));
    if (!action) return;
    event.preventDefault();
    action.run();
  }
}

export const actions = new Actions();
