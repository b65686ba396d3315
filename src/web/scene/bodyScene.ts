import {
  AmbientLight,
  BackSide,
  Color,
  DirectionalLight,
  FrontSide,
  LineBasicMaterial,
  LineLoop,
  BufferGeometry,
  Group,
  Mesh,
  MeshBasicMaterial,
  MeshStandardMaterial,
  PerspectiveCamera,
  Plane,
  Raycaster,
  Scene,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { GLTFLoader } from 'three/examples/jsm/loaders/GLTFLoader.js';

/** From where the tooth is looked at, by the side that faces the viewer. */
export type Side = 'facial' | 'mesial' | 'lingual' | 'distal' | 'above';

export interface Inks {
  tooth: string;
  glass: string;
  cut: string;
  line: string;
}

/** Present tooth as glass over the planned preparation, cut open by a plane. Draws only when something has changed. */
export class BodyScene {
  readonly #renderer: WebGLRenderer;
  readonly #scene = new Scene();
  readonly #camera = new PerspectiveCamera(30, 1, 1, 200);
  readonly #controls: OrbitControls;
  readonly #bodies = new Group();
  readonly #plane = new Plane(new Vector3(-1, 0, 0), 0);
  readonly #frame: LineLoop<BufferGeometry, LineBasicMaterial>;
  readonly #mirrored: boolean;
  readonly #onSection: (share: number) => void;
  #reach = { low: new Vector3(-5, -5, -3), high: new Vector3(5, 5, 8) };
  #waiting = false;

  constructor(
    canvas: HTMLCanvasElement,
    tooth: { upper: boolean; mirrored: boolean },
    onSection: (share: number) => void,
  ) {
    this.#mirrored = tooth.mirrored;
    this.#plane.normal.set(tooth.mirrored ? 1 : -1, 0, 0);
    this.#onSection = onSection;
    this.#renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true });
    this.#renderer.localClippingEnabled = true;
    this.#camera.up.set(0, 0, tooth.upper ? -1 : 1);
    this.#controls = new OrbitControls(this.#camera, canvas);
    this.#controls.enablePan = false;
    this.#controls.minDistance = 12;
    this.#controls.maxDistance = 60;
    this.#controls.addEventListener('change', () => this.draw());
    const sun = new DirectionalLight('#ffffff', 2.2);
    sun.position.set(-0.5, 0.6, 1);
    const fill = new DirectionalLight('#ffffff', 0.7);
    fill.position.set(1, -0.2, 0.4);
    this.#camera.add(sun, fill);
    this.#scene.add(this.#camera, new AmbientLight('#ffffff', 1.1), this.#bodies);
    this.#frame = new LineLoop(new BufferGeometry(), new LineBasicMaterial());
    this.#scene.add(this.#frame);
    this.look('facial');
    canvas.addEventListener('pointerdown', this.#grab);
  }

  async show(scene: ArrayBuffer, inks: Inks): Promise<void> {
    const { scene: loaded } = await new GLTFLoader().parseAsync(scene, '');
    this.#clear();
    // The file is in metres, as its format demands.
    loaded.scale.setScalar(1000);
    loaded.updateMatrixWorld(true);
    for (const node of [...loaded.children]) {
      if (!(node instanceof Mesh)) continue;
      const geometry = (node.geometry as BufferGeometry).applyMatrix4(node.matrixWorld);
      if (node.name === 'tooth') this.#add(geometry, this.#glass(inks));
      else this.#addPrepared(geometry, inks);
      geometry.computeBoundingBox();
      if (node.name === 'tooth' && geometry.boundingBox) {
        this.#reach = { low: geometry.boundingBox.min.clone(), high: geometry.boundingBox.max.clone() };
      }
    }
    this.#frame.material.color = new Color(inks.line);
    this.draw();
  }

  look(side: Side): void {
    const middle = (this.#reach.low.z + this.#reach.high.z) / 2;
    const x = this.#mirrored ? -1 : 1;
    const from: Record<Side, Vector3> = {
      facial: new Vector3(-x * 8, 24, 12),
      mesial: new Vector3(x * 26, 6, 8),
      lingual: new Vector3(x * 6, -25, 12),
      distal: new Vector3(-x * 26, 6, 8),
      above: new Vector3(0, 0.01, 30),
    };
    this.#controls.target.set(0, 0, middle);
    this.#camera.position
      .copy(from[side])
      .multiplyScalar(1.25)
      .add(new Vector3(0, 0, middle));
    this.#controls.update();
    this.draw();
  }

  turn(across: number, up: number): void {
    const offset = this.#camera.position.clone().sub(this.#controls.target);
    offset.applyAxisAngle(this.#camera.up, across);
    const side = offset.clone().cross(this.#camera.up).normalize();
    offset.applyAxisAngle(side, up);
    this.#camera.position.copy(this.#controls.target).add(offset);
    this.#controls.update();
    this.draw();
  }

  /** Where the plane cuts: a share of the tooth's width from its distal side; 1 leaves it whole. */
  section(share: number): void {
    const { low, high } = this.#reach;
    // Whichever way x runs, it is the mesial part that is taken away.
    const x = this.#mirrored ? high.x - (high.x - low.x) * share : low.x + (high.x - low.x) * share;
    this.#plane.constant = (this.#mirrored ? -x : x) + (share >= 1 ? 1 : 0);
    const margin = 0.3;
    this.#frame.geometry.setFromPoints([
      new Vector3(x, low.y - margin, low.z - margin),
      new Vector3(x, high.y + margin, low.z - margin),
      new Vector3(x, high.y + margin, high.z + margin),
      new Vector3(x, low.y - margin, high.z + margin),
    ]);
    this.#frame.visible = share < 1;
    this.draw();
  }

  resize(width: number, height: number): void {
    if (width < 1 || height < 1) return;
    this.#renderer.setPixelRatio(Math.min(devicePixelRatio, 2));
    this.#renderer.setSize(width, height, false);
    this.#camera.aspect = width / height;
    this.#camera.updateProjectionMatrix();
    this.draw();
  }

  /** At most once a frame, and only when asked. */
  draw(): void {
    if (this.#waiting) return;
    this.#waiting = true;
    requestAnimationFrame(() => {
      this.#waiting = false;
      this.#renderer.render(this.#scene, this.#camera);
    });
  }

  close(): void {
    this.#clear();
    this.#controls.dispose();
    this.#renderer.dispose();
  }

  /** Taking hold of the plane's frame drags it along its normal instead of turning the tooth. */
  #grab = (down: PointerEvent): void => {
    if (!this.#frame.visible) return;
    const canvas = this.#renderer.domElement;
    const ray = this.#ray(down, canvas);
    ray.params.Line.threshold = 0.7;
    if (ray.intersectObject(this.#frame).length === 0) return;
    this.#controls.enabled = false;
    canvas.setPointerCapture(down.pointerId);
    const move = (event: PointerEvent) => {
      const at = this.#alongAxis(this.#ray(event, canvas));
      const { low, high } = this.#reach;
      const along = (at - low.x) / (high.x - low.x);
      const share = Math.min(1, Math.max(0.05, this.#mirrored ? 1 - along : along));
      this.#onSection(share);
    };
    const up = () => {
      this.#controls.enabled = true;
      canvas.removeEventListener('pointermove', move);
    };
    canvas.addEventListener('pointermove', move);
    canvas.addEventListener('pointerup', up, { once: true });
    canvas.addEventListener('pointercancel', up, { once: true });
  };

  #ray(event: PointerEvent, canvas: HTMLCanvasElement): Raycaster {
    const box = canvas.getBoundingClientRect();
    const at = new Vector2(
      ((event.clientX - box.left) / box.width) * 2 - 1,
      1 - ((event.clientY - box.top) / box.height) * 2,
    );
    const ray = new Raycaster();
    ray.setFromCamera(at, this.#camera);
    return ray;
  }

  /** The x of the tooth's axis that the pointer's ray passes nearest. */
  #alongAxis(ray: Raycaster): number {
    const { origin, direction } = ray.ray;
    const base = new Vector3(0, 0, this.#controls.target.z).sub(origin);
    const slant = direction.x;
    return (base.dot(direction) * slant - base.x) / Math.max(1e-6, 1 - slant * slant);
  }

  #addPrepared(geometry: BufferGeometry, inks: Inks): void {
    const clippingPlanes = [this.#plane];
    this.#add(
      geometry,
      new MeshStandardMaterial({
        color: inks.tooth,
        roughness: 0.75,
        side: FrontSide,
        clippingPlanes,
        // Below the margin both surfaces are one; the glass lies on top.
        polygonOffset: true,
        polygonOffsetFactor: 2,
        polygonOffsetUnits: 4,
      }),
    );
    // What is seen from inside is the cut face: one flat ink, as in the section figures.
    this.#add(geometry, new MeshBasicMaterial({ color: inks.cut, side: BackSide, clippingPlanes }));
  }

  #glass(inks: Inks): MeshStandardMaterial {
    return new MeshStandardMaterial({
      color: inks.glass,
      roughness: 0.25,
      transparent: true,
      opacity: 0.3,
      depthWrite: false,
      side: FrontSide,
      clippingPlanes: [this.#plane],
    });
  }

  #add(geometry: BufferGeometry, material: MeshStandardMaterial | MeshBasicMaterial): void {
    this.#bodies.add(new Mesh(geometry, material));
  }

  #clear(): void {
    for (const body of [...this.#bodies.children]) {
      this.#bodies.remove(body);
      if (!(body instanceof Mesh)) continue;
      (body.geometry as BufferGeometry).dispose();
      (body.material as MeshStandardMaterial).dispose();
    }
  }
}
