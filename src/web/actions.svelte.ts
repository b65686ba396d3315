/** Something a user can do: one list feeds keys, the help sheet and the tests. */
export interface Action {
  name: string;
  /** As KeyboardEvent.key gives it; several keys do the same. */
  keys: string[];
  /** How the keys are shown. */
  shown: string;
  run: () => void;
  /** Whether a key that is held down does it again and again: steps do, deeds don't. */
  repeats?: boolean;
}

/** What a key of its own belongs to while it has the focus: letters to a field, arrows to a choice. */
const typing = 'textarea, select, dialog, [contenteditable], input:not([type=checkbox], [type=file])';

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
    if (target.closest(typing)) return;
    // Enter follows a link; Space and Enter belong to the button or tick that has the focus.
    if (event.key === 'Enter' && target.closest('a, button, summary, [role=button]')) return;
    if (event.key === ' ' && target.closest('button, summary, input, [role=button]')) return;
    const action = this.all.find((candidate) => candidate.keys.includes(event.key));
    if (!action) return;
    event.preventDefault();
    if (!event.repeat || action.repeats) action.run();
  }

  /**
   * Whoever points at a control does not mean to type on it: the keys stay the screen's. Who came to it by keyboard keeps
   * the focus there.
   */
  released(event: MouseEvent): void {
    const target = (event.target as HTMLElement).closest<HTMLElement>(
      'button, a, summary, label, input[type=checkbox], [role=button]',
    );
    if (!target || event.detail === 0 || target.closest('dialog')) return;
    const held = document.activeElement;
    if (held instanceof HTMLElement && !held.matches(typing)) held.blur();
  }
}

export const actions = new Actions();
