import type * as Engine from '../../scene/roundScene';
import type { View } from '../../scene/turntable';

/** A plate in the round as it stands: what draws it, from where it is seen, and how. */
export interface Plate {
  engine: typeof Engine;
  scene: Engine.RoundScene;
  view: View;
  look: Engine.Look;
}
