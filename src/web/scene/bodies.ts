import { type BufferAttribute, type BufferGeometry, LineLoop, Mesh, type Object3D } from 'three';
import { GLTFLoader } from 'three/examples/jsm/loaders/GLTFLoader.js';
import { MeshBVH } from 'three-mesh-bvh';
import { surfaceOf, type Surface } from './levelLines';

/** Nearer to the other body than this nothing is cut: it stays, and nothing of the present tooth is drawn there. */
export const STAYS = 0.035;

/** One body of a unit: what is drawn, what is sliced, and what is asked where a ray meets it. */
export interface Body {
  geometry: BufferGeometry;
  surface: Surface;
  normals: Float32Array;
  /** Values baked at the vertices, by the names of the file without the underscore, in lower case. */
  values: Readonly<Record<string, Float32Array>>;
  tree: MeshBVH;
}

/** A closed line: x, y, z of its points, millimetres. */
export interface FinishLine {
  points: Float32Array;
  /** Whether it is the one line round a crown, which has a width all along. */
  round: boolean;
}

export interface Bodies {
  prepared?: Body;
  tooth?: Body;
  restored?: Body;
  finishLines: FinishLine[];
}

/** Reads the bodies of one unit. */
export async function readBodies(file: ArrayBuffer): Promise<Bodies> {
  const bodies: Bodies = { finishLines: [] };
  for (const node of await nodesOf(file)) {
    if (node instanceof Mesh) {
      const geometry = (node.geometry as BufferGeometry).applyMatrix4(node.matrixWorld);
      if (node.name === 'prepared' || node.name === 'tooth' || node.name === 'restored')
        bodies[node.name] = bodyOf(geometry);
    } else if (node instanceof LineLoop) {
      const geometry = (node.geometry as BufferGeometry).applyMatrix4(node.matrixWorld);
      bodies.finishLines.push({
        points: numbers(geometry, 'position'),
        round: geometry.hasAttribute('_width'),
      });
    }
  }
  return bodies;
}

/** Reads the teeth that stand round a unit. */
export async function readTeeth(file: ArrayBuffer): Promise<Body[]> {
  return (await nodesOf(file))
    .filter((node) => node instanceof Mesh)
    .map((node) => bodyOf((node.geometry as BufferGeometry).applyMatrix4(node.matrixWorld)));
}

/** What a file holds. It is in metres, as its format demands. */
async function nodesOf(file: ArrayBuffer): Promise<Object3D[]> {
  const { scene } = await new GLTFLoader().parseAsync(file, '');
  scene.scale.setScalar(1000);
  scene.updateMatrixWorld(true);
  return scene.children;
}

export function dispose(bodies: Bodies | undefined): void {
  for (const body of [bodies?.prepared, bodies?.tooth, bodies?.restored]) body?.geometry.dispose();
}

function bodyOf(geometry: BufferGeometry): Body {
  const corners = Uint32Array.from(geometry.index!.array);
  const values = Object.fromEntries(
    Object.keys(geometry.attributes)
      .filter((name) => name.startsWith('_'))
      .map((name) => [name.slice(1), numbers(geometry, name)]),
  );
  const normals = numbers(geometry, 'normal');
  for (let i = 0; i < normals.length; i += 3) {
    const length = Math.hypot(normals[i]!, normals[i + 1]!, normals[i + 2]!) || 1;
    for (let k = 0; k < 3; k++) normals[i + k]! /= length;
  }
  return {
    geometry,
    surface: surfaceOf(numbers(geometry, 'position'), corners),
    normals,
    values,
    // It sorts triangles by index of its own: those of the geometry stay in their order.
    tree: new MeshBVH(geometry, { indirect: true }),
  };
}

function numbers(geometry: BufferGeometry, name: string): Float32Array {
  return (geometry.getAttribute(name) as BufferAttribute).array as Float32Array;
}
