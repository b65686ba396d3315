/**
 * What changed behind a view's back. A view reads the count of what it depends on inside an effect and so loads again;
 * whoever changes something counts it up.
 */
class Changed {
  /** How the user likes things: notation and bur in hand stand in what the server words. */
  settings = $state(0);
  /** What could not be sent before has been sent. */
  sent = $state(0);
  /** Something was taken away or brought back, wherever. */
  bin = $state(0);
  /** The protocol in use. */
  protocol = $state(0);
}

export const changed = new Changed();
