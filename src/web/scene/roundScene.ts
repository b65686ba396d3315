import {
  Color,
  ColorManagement,
  Group,
  LinearSRGBColorSpace,
  Mesh,
  MeshBasicMaterial,
  OrthographicCamera,
  Scene,
  Vector4,
  WebGLRenderer,
  WebGLRenderTarget,
} from 'three';
import { type Bodies, type Body, dispose, readBodies } from './bodies';
import { type Cut, faceOf, flatLines, type FlatLine, footOf, sliceOf } from './cutFaces';
import { OutlineDots } from './dots';
import { cutFace, engraved, ink, type Pair, sharedUniforms } from './engraving';
import { FinishInk } from './finish';
import { Ink } from './ink';
import type { Palette } from './palettes';
import { axes, dot, type Vec, type View } from './turntable';

/** How the present tooth is drawn. */
export type Present = 'cut' | 'outline' | 'hidden';

export interface Look {
  present: Present;
  /** What lies on this plane's side is taken off the present tooth. */
  cut: Cut;
  /** Whether the planned body is cut by it as well. */
  through: boolean;
}

// The palette's colours are what stands on the screen; nothing is lit.
ColorManagement.enabled = false;

/** The plate in the round. It draws when something has changed, once a picture, and then rests. */
export class RoundScene {
  readonly #renderer: WebGLRenderer;
  readonly #camera = new OrthographicCamera();
  readonly #shared = sharedUniforms();
  readonly #open = { value: false };
  readonly #body: Pair = engraved(this.#shared, false, this.#open);
  readonly #shell: Pair = engraved(this.#shared, true, this.#open);
  readonly #faces = [cutFace(this.#shared, 3), cutFace(this.#shared, 4)] as const;
  readonly #ink = new Ink();
  readonly #finish = new FinishInk();
  readonly #seen = new Scene();
  readonly #shapes = new Scene();
  readonly #faceGroups = [new Group(), new Group()] as const;
  readonly #masks = [new WebGLRenderTarget(1, 1), new WebGLRenderTarget(1, 1)] as const;
  readonly #maskScenes = [new Scene(), new Scene()] as const;
  readonly #white = new MeshBasicMaterial({ color: '#ffffff' });
  readonly #dots = new OutlineDots(this.#masks[0], 5, 1.9);
  readonly #restored = new OutlineDots(this.#masks[1], 1, 0.9);
  readonly #over = new Scene().add(this.#dots.points, this.#restored.points);
  /** Software draws slowly: while something moves it leaves lines out. */
  readonly slow: boolean;
  bodies: Bodies | undefined;
  /** The lines of the cut, in its plane. */
  section: { prepared: FlatLine[]; tooth: FlatLine[]; restored: FlatLine[] } = {
    prepared: [],
    tooth: [],
    restored: [],
  };
  /** How many pictures have been drawn, and how long the last one kept the script busy. */
  readonly drawn = { pictures: 0, milliseconds: 0 };
  #shells: Mesh[] = [];
  #view: View | undefined;
  #look: Look | undefined;
  #waiting = 0;
  #settling = 0;
  #moving = false;

  /** @param onpicture Told when a picture has been drawn. */
  constructor(
    canvas: HTMLCanvasElement,
    readonly onpicture: () => void = () => {},
  ) {
    this.#renderer = new WebGLRenderer({ canvas, antialias: true, preserveDrawingBuffer: false });
    this.#renderer.outputColorSpace = LinearSRGBColorSpace;
    this.#renderer.autoClear = false;
    this.slow = isSoftware(this.#renderer);
    this.#seen.add(this.#faceGroups[0], this.#finish.group);
    this.#shapes.add(this.#faceGroups[1]);
  }

  async show(file: ArrayBuffer): Promise<void> {
    const bodies = await readBodies(file);
    this.#clear();
    this.bodies = bodies;
    const { prepared, tooth, restored } = bodies;
    if (prepared) this.#add(prepared, this.#body);
    this.#shells = tooth ? this.#add(tooth, this.#shell) : [];
    const [mask, other] = this.#maskScenes;
    for (const body of [tooth, prepared]) if (body) mask.add(new Mesh(body.geometry, this.#white));
    if (restored) other.add(new Mesh(restored.geometry, this.#white));
    this.#finish.show(bodies.finishLines);
    this.#slice();
    this.draw();
  }

  look(look: Look): void {
    this.#look = look;
    this.#open.value = look.through;
    (this.#shared.plane.value as Vector4).set(...look.cut.normal, look.cut.distance);
    this.#slice();
    this.#move();
  }

  turn(view: View): void {
    const resized = view.width !== this.#view?.width || view.height !== this.#view.height;
    this.#view = view;
    if (resized && view.width > 0 && view.height > 0) {
      this.#renderer.setPixelRatio(Math.min(devicePixelRatio, 2));
      this.#renderer.setSize(view.width, view.height, false);
    }
    this.#move();
  }

  paint(palette: Palette): void {
    ink(this.#body, palette.tooth, palette.toothLine);
    ink(this.#shell, palette.room, palette.roomLine);
    for (const [face, base] of [
      [this.#faces[0], palette.roomFace],
      [this.#faces[1], palette.toothFace],
    ] as const) {
      face.seen.uniforms.base!.value.set(base);
      face.seen.uniforms.line!.value.set(palette.faceLine);
    }
    this.#faces[1].seen.uniforms.spacing!.value = 0.34;
    this.#shared.paper.value.set(palette.paper);
    this.#shared.plum.value.set(palette.plum);
    this.#shared.dark.value = palette.dark;
    this.#ink.colour(palette.ink);
    this.#finish.ink(new Color(palette.ink));
    this.#dots.ink(palette.ink);
    this.#restored.ink(palette.plum);
    this.draw();
  }

  /** At most once a picture, and only when asked. */
  draw(): void {
    if (this.#waiting) return;
    this.#waiting = requestAnimationFrame(() => {
      this.#waiting = 0;
      this.#picture(this.#renderer.getPixelRatio());
      this.onpicture();
    });
  }

  /** The picture as a file, at twice the size of the plate. */
  async file(): Promise<Blob> {
    const ratio = this.#renderer.getPixelRatio();
    const { width, height } = this.#view!;
    this.#renderer.setPixelRatio(2);
    this.#renderer.setSize(width, height, false);
    this.#moving = false;
    this.#picture(2);
    const made = new Promise<Blob>((done, failed) =>
      this.#renderer.domElement.toBlob((blob) => (blob ? done(blob) : failed(new Error('no picture'))), 'image/png'),
    );
    const blob = await made;
    this.#renderer.setPixelRatio(ratio);
    this.#renderer.setSize(width, height, false);
    this.draw();
    return blob;
  }

  close(): void {
    cancelAnimationFrame(this.#waiting);
    clearTimeout(this.#settling);
    this.#clear();
    this.#finish.dispose();
    this.#ink.dispose();
    this.#dots.dispose();
    this.#restored.dispose();
    this.#white.dispose();
    for (const mask of this.#masks) mask.dispose();
    for (const { seen, shape } of [this.#body, this.#shell, ...this.#faces]) {
      seen.dispose();
      shape.dispose();
    }
    this.#renderer.dispose();
    this.#renderer.forceContextLoss();
  }

  /** While something moves pictures are quick; the one it comes to rest with is fine. */
  #move(): void {
    this.#moving = true;
    clearTimeout(this.#settling);
    this.#settling = window.setTimeout(() => {
      this.#moving = false;
      this.draw();
    }, 140);
    this.draw();
  }

  #picture(pixelRatio: number): void {
    const [view, look] = [this.#view, this.#look];
    if (!view || !look || view.width < 1 || view.height < 1) return;
    const from = performance.now();
    this.#aim(view);
    this.#shared.scale.value = view.scale * pixelRatio;
    this.#shared.middle.value.set((view.width * pixelRatio) / 2, (view.height * pixelRatio) / 2);
    const renderer = this.#renderer;
    const plain = this.#moving && this.slow;
    const outlined = this.#outline(view, look, pixelRatio, plain);
    renderer.setRenderTarget(null);
    renderer.setClearColor(this.#shared.paper.value, 1);
    renderer.clear();
    renderer.render(this.#seen, this.#camera);
    if (!plain)
      this.#ink.over(
        renderer,
        () => renderer.render(this.#shapes, this.#camera),
        view.scale * pixelRatio,
        !this.#moving && !this.slow,
      );
    if (outlined) renderer.render(this.#over, this.#camera);
    this.drawn.pictures++;
    this.drawn.milliseconds = performance.now() - from;
  }

  /** Dots of the present outline and the line of the restoration's own, with the masks that tell which are outermost. */
  #outline(view: View, look: Look, pixelRatio: number, plain: boolean): boolean {
    const { tooth, restored } = this.bodies ?? {};
    const shown = [look.present === 'hidden' ? undefined : tooth, restored] as const;
    [this.#dots, this.#restored].forEach((dots, i) => {
      const body = shown[i];
      dots.points.visible = !!body && !plain;
      if (!body || plain) return;
      const away =
        ({ normal, distance }: Cut) =>
        (at: Vec) =>
          dot(at, normal) > distance;
      dots.along(body, view, pixelRatio, i === 0 && look.present === 'cut' ? away(look.cut) : () => true);
      const mask = this.#masks[i]!;
      mask.setSize(view.width * pixelRatio, view.height * pixelRatio);
      this.#renderer.setRenderTarget(mask);
      this.#renderer.setClearColor('#000000', 1);
      this.#renderer.clear();
      this.#renderer.render(this.#maskScenes[i]!, this.#camera);
    });
    return this.#dots.points.visible || this.#restored.points.visible;
  }

  #aim(view: View): void {
    const { right, up, toward } = axes(view);
    const camera = this.#camera;
    const [half, high] = [view.width / 2 / view.scale, view.height / 2 / view.scale];
    Object.assign(camera, { left: -half, right: half, top: high, bottom: -high, near: 1, far: 120 });
    camera.updateProjectionMatrix();
    camera.matrixAutoUpdate = false;
    const eye = [0, 1, 2].map((k) => view.centre[k]! + 60 * toward[k]!) as unknown as Vec;
    camera.matrix.set(
      ...([right[0], up[0], toward[0], eye[0]] as const),
      ...([right[1], up[1], toward[1], eye[1]] as const),
      ...([right[2], up[2], toward[2], eye[2]] as const),
      ...([0, 0, 0, 1] as const),
    );
    camera.matrixWorld.copy(camera.matrix);
    camera.matrixWorldInverse.copy(camera.matrix).invert();
    camera.matrixWorldAutoUpdate = false;
  }

  /** The lines of the cut, and its faces. */
  #slice(): void {
    const [bodies, look] = [this.bodies, this.#look];
    for (const group of this.#faceGroups) emptied(group);
    if (!bodies || !look) return;
    const linesOf = (body?: Body) => (body ? flatLines(sliceOf(body, look.cut), look.cut) : []);
    this.section = {
      prepared: linesOf(bodies.prepared),
      tooth: linesOf(bodies.tooth),
      restored: linesOf(bodies.restored),
    };
    const shown = look.present === 'cut';
    for (const shell of this.#shells) shell.visible = shown;
    if (shown) this.#face(0, this.section.tooth, look, 0);
    if (look.through) this.#face(1, this.section.prepared, look, shown ? 0.004 : 0);
  }

  #face(which: 0 | 1, lines: FlatLine[], look: Look, lift: number): void {
    const geometry = faceOf(lines, look.cut, lift);
    const pair = this.#faces[which];
    const foot = which === 0 ? footOf(this.bodies?.finishLines[0], look.cut) : null;
    (pair.seen.uniforms.foot!.value as Vector4).set(...(foot ?? [0, 0, 0, 0]));
    this.#faceGroups[0].add(new Mesh(geometry, pair.seen));
    this.#faceGroups[1].add(new Mesh(geometry, pair.shape));
  }

  #add(body: Body, pair: Pair): Mesh[] {
    const [seen, shape] = [new Mesh(body.geometry, pair.seen), new Mesh(body.geometry, pair.shape)];
    this.#seen.add(seen);
    this.#shapes.add(shape);
    return [seen, shape];
  }

  #clear(): void {
    this.#shells = [];
    for (const scene of [this.#seen, this.#shapes, ...this.#maskScenes])
      for (const child of [...scene.children]) if (child instanceof Mesh) scene.remove(child);
    for (const group of this.#faceGroups) emptied(group);
    this.#finish.clear();
    dispose(this.bodies);
    this.bodies = undefined;
  }
}

function emptied(group: Group): void {
  for (const face of [...group.children] as Mesh[]) {
    group.remove(face);
    face.geometry.dispose();
  }
}

function isSoftware(renderer: WebGLRenderer): boolean {
  const gl = renderer.getContext();
  const known = gl.getExtension('WEBGL_debug_renderer_info');
  const name = known ? String(gl.getParameter(known.UNMASKED_RENDERER_WEBGL)) : '';
  return /swiftshader|llvmpipe|software/i.test(name);
}

export { probe, reachAlong, sees } from './probe';
