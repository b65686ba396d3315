/** How long a control is held after it was touched last, ms. */
const held = 4000;

/**
 * Keeps a touched control where it is while the words above it grow and shrink: quick taps must not miss a button that an
 * answer moves from under the finger. For a panel that scrolls; it is given room above or below where scrolling does not do.
 */
export function steady(panel: HTMLElement) {
  const own = getComputedStyle(panel);
  const [above, below] = [parseFloat(own.paddingTop), parseFloat(own.paddingBottom)];
  let control: Element | null = null;
  let top = 0;
  let timer = 0;

  const pad = (more: number) => (panel.style.paddingTop = `${above + Math.max(0, more)}px`);
  const off = () => control!.getBoundingClientRect().top - top;

  function hold({ target }: Event) {
    const touched = (target as Element).closest('button, input, select');
    if (!touched) return;
    clearTimeout(timer);
    timer = window.setTimeout(letGo, held);
    if (touched === control) return;
    [control, top] = [touched, touched.getBoundingClientRect().top];
    panel.style.paddingBottom = `${below + panel.clientHeight}px`;
  }

  function keep() {
    if (control && !control.isConnected) {
      // Drawn anew by an answer: the same by its name.
      const name = control.getAttribute('aria-label');
      control = name === null ? null : panel.querySelector(`[aria-label="${CSS.escape(name)}"]`);
    }
    if (!control || Math.abs(off()) < 0.5) return;
    const more = parseFloat(panel.style.paddingTop || `${above}`) - above;
    if (off() > 0 && more > 0) pad(more - off());
    panel.scrollTop += off();
    if (off() < -0.5) pad(more - off());
  }

  function letGo() {
    clearTimeout(timer);
    control = null;
    panel.style.paddingTop = panel.style.paddingBottom = '';
  }

  const watch = new MutationObserver(keep);
  watch.observe(panel, { subtree: true, childList: true, characterData: true });
  panel.addEventListener('pointerdown', hold);
  // A finger leaves with every tap.
  panel.addEventListener('pointerleave', ({ pointerType }) => pointerType === 'mouse' && letGo());
  for (const moved of ['wheel', 'touchmove']) panel.addEventListener(moved, letGo, { passive: true });
  return {
    destroy() {
      watch.disconnect();
      clearTimeout(timer);
    },
  };
}
