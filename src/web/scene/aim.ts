import type { OrthographicCamera } from 'three';
import { axes, type Vec, type View } from './turntable';

/** How far before the middle the camera stands; nothing lies nearer, nor twice as far. */
const BEFORE = 60;

/** Sets the camera to a view: without perspective, its axes those of the turntable. */
export function aim(camera: OrthographicCamera, view: View): void {
  const { right, up, toward } = axes(view);
  const [half, high] = [view.width / 2 / view.scale, view.height / 2 / view.scale];
  Object.assign(camera, { left: -half, right: half, top: high, bottom: -high, near: 1, far: 2 * BEFORE });
  camera.updateProjectionMatrix();
  const eye = [0, 1, 2].map((k) => view.centre[k]! + BEFORE * toward[k]!) as unknown as Vec;
  camera.matrixAutoUpdate = false;
  camera.matrixWorldAutoUpdate = false;
  camera.matrix.set(
    ...([right[0], up[0], toward[0], eye[0]] as const),
    ...([right[1], up[1], toward[1], eye[1]] as const),
    ...([right[2], up[2], toward[2], eye[2]] as const),
    ...([0, 0, 0, 1] as const),
  );
  camera.matrixWorld.copy(camera.matrix);
  camera.matrixWorldInverse.copy(camera.matrix).invert();
}
