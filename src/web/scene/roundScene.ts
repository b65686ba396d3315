import {
  Color,
  ColorManagement,
  LinearSRGBColorSpace,
  Mesh,
  OrthographicCamera,
  Plane,
  Scene,
  type Vector2,
  Vector3,
  Vector4,
  WebGLRenderer,
} from 'three';
import { type Bodies, type Body, dispose, readBodies } from './bodies';
import type { Cut } from './cutFaces';
import { aim } from './aim';
import { Around } from './around';
import { engraved, ink, leave, type Pair, sharedUniforms } from './engraving';
import { FinishInk } from './finish';
import { Ink } from './ink';
import { OpenFaces, type SectionLines } from './openFaces';
import { Outermost } from './outermost';
import { isSoftware } from './software';
import type { Palette } from './palettes';
import { dot, type Vec, type View } from './turntable';

/** How the present tooth is drawn. */
export type Present = 'cut' | 'outline' | 'hidden';

export interface Look {
  present: Present;
  /** What lies on this plane's side is taken off the present tooth. */
  cut: Cut;
  /** Whether the planned body is cut by it as well. */
  through: boolean;
  /** Whether it is coloured by how far it departs from what it was compared with. */
  map: boolean;
  /** Whether the bodies were scanned: they end in a ragged rim, which is no outline. */
  scanned: boolean;
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
  readonly #faces = new OpenFaces(this.#shared);
  readonly #ink = new Ink();
  readonly #finish = new FinishInk();
  readonly #seen = new Scene();
  readonly #shapes = new Scene();
  /** The tooth as it stands, dotted; the restoration's own surface, a fine line. */
  readonly #present = new Outermost(5, 1.9);
  readonly #restored = new Outermost(1, 0.9);
  readonly #around = new Around();
  /** Software draws slowly: while something moves it leaves lines out. */
  readonly slow: boolean;
  bodies: Bodies | undefined;
  /** Height of the lowest finish line, or of the neck: below it the root goes over into the paper. */
  foot = 0;
  #shells: Mesh[] = [];
  #view: View | undefined;
  #look: Look | undefined;
  /** What the file says lies in shadow, while something else is shown. */
  #own: Float32Array | undefined;
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
    this.#renderer.localClippingEnabled = true;
    this.slow = isSoftware(this.#renderer);
    this.#seen.add(this.#faces.seen, this.#finish.group);
    this.#shapes.add(this.#faces.shapes);
  }

  async show(file: ArrayBuffer): Promise<void> {
    const bodies = await readBodies(file);
    this.#clear();
    this.bodies = bodies;
    const { prepared, tooth, restored } = bodies;
    if (prepared) this.#add(prepared, this.#body);
    this.#shells = tooth ? this.#add(tooth, this.#shell) : [];
    this.#present.show(tooth, prepared);
    this.#restored.show(restored);
    this.#finish.show(bodies.finishLines);
    this.foot = Math.min(0.4, ...bodies.finishLines.flatMap(({ points }) => [...points].filter((_, i) => i % 3 === 2)));
    (this.#shared.fade.value as Vector2).set(this.foot - 1.5, this.foot - 0.35);
    this.#cut();
    this.draw();
  }

  /** Draws the teeth of this file round it; without one, none. */
  async around(file?: ArrayBuffer): Promise<void> {
    await this.#around.show(file);
    this.draw();
  }

  /** Shows what lies in shadow along another path: of each vertex 0 to 255; null for what the file says. */
  hide(shares: Uint8Array | null): void {
    const body = this.bodies?.prepared;
    const shown = body?.geometry.getAttribute('_hidden');
    if (!body || !shown) return;
    this.#own ??= Float32Array.from(shown.array);
    // Another fineness has other vertices: what was asked of those is not shown on these.
    if (shares && shares.length !== shown.count) return;
    for (let i = 0; i < shown.count; i++) shown.setX(i, shares ? shares[i]! / 255 : this.#own[i]!);
    shown.needsUpdate = true;
    this.draw();
  }

  look(look: Look): void {
    this.#look = look;
    this.#open.value = look.through;
    this.#shared.map.value = look.map;
    (this.#shared.plane.value as Vector4).set(...look.cut.normal, look.cut.distance);
    const { normal, distance } = look.cut;
    this.#finish.within(look.through ? [new Plane(new Vector3(...normal).negate(), distance)] : []);
    this.#cut();
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
    this.#faces.ink(palette);
    this.#shared.paper.value.set(palette.paper);
    this.#shared.plum.value.set(palette.plum);
    this.#shared.dark.value = palette.dark;
    this.#shared.shortInk.value.set(palette.short);
    this.#shared.overInk.value.set(palette.over);
    this.#around.ink(palette.soft);
    this.#ink.colour(palette.ink);
    this.#finish.ink(new Color(palette.ink));
    this.#present.ink(palette.ink);
    this.#restored.ink(palette.plum);
    this.draw();
  }

  /** At most once a picture, and only when asked. */
  draw(): void {
    if (this.#waiting) return;
    this.#waiting = requestAnimationFrame(() => {
      this.#waiting = 0;
      if (this.#picture(this.#renderer.getPixelRatio())) this.onpicture();
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
    this.#present.dispose();
    this.#restored.dispose();
    this.#around.dispose();
    this.#faces.dispose();
    leave(this.#body, this.#shell);
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

  /** @returns Whether there was anything to draw. */
  #picture(pixelRatio: number): boolean {
    const [view, look] = [this.#view, this.#look];
    if (!this.bodies || !view || !look || view.width < 1 || view.height < 1) return false;
    aim(this.#camera, view);
    this.#shared.scale.value = view.scale * pixelRatio;
    this.#shared.middle.value.set((view.width * pixelRatio) / 2, (view.height * pixelRatio) / 2);
    const renderer = this.#renderer;
    const plain = this.#moving && this.slow;
    const outlined = plain ? [] : this.#outlines(renderer, view, look);
    renderer.setRenderTarget(null);
    renderer.setClearColor(this.#shared.paper.value, 1);
    renderer.clear();
    renderer.render(this.#seen, this.#camera);
    if (!plain)
      this.#ink.over(
        renderer,
        () => renderer.render(this.#shapes, this.#camera),
        view.scale * pixelRatio,
        !this.#moving,
      );
    for (const line of outlined) line.draw(renderer, this.#camera);
    return true;
  }

  /** The outlines that are drawn over this picture, made ready for it. */
  #outlines(renderer: WebGLRenderer, view: View, look: Look): Outermost[] {
    const lowest = look.scanned ? this.foot - 0.1 : -Infinity;
    const all = (at: Vec) => at[2] > lowest;
    const away = (at: Vec) => all(at) && dot(at, look.cut.normal) > look.cut.distance;
    const isReady = (line: Outermost, wanted: (at: Vec) => boolean) =>
      line.prepare(renderer, this.#camera, view, wanted);
    return [
      ...(look.present !== 'hidden' && isReady(this.#present, look.present === 'cut' ? away : all)
        ? [this.#present]
        : []),
      ...(isReady(this.#restored, all) ? [this.#restored] : []),
      ...this.#around.prepare(renderer, this.#camera, view),
    ];
  }

  #cut(): void {
    if (!this.bodies || !this.#look) return;
    for (const shell of this.#shells) shell.visible = this.#look.present === 'cut';
    this.#faces.show(this.bodies, this.#look);
  }

  /** The lines of the cut, in its plane. */
  get section(): SectionLines {
    return this.#faces.lines;
  }

  #add(body: Body, pair: Pair): Mesh[] {
    const [seen, shape] = [new Mesh(body.geometry, pair.seen), new Mesh(body.geometry, pair.shape)];
    this.#seen.add(seen);
    this.#shapes.add(shape);
    return [seen, shape];
  }

  #clear(): void {
    this.#own = undefined;
    this.#shells = [];
    for (const scene of [this.#seen, this.#shapes])
      for (const child of [...scene.children]) if (child instanceof Mesh) scene.remove(child);
    this.#faces.clear();
    this.#finish.clear();
    this.#present.show();
    this.#restored.show();
    dispose(this.bodies);
    this.bodies = undefined;
  }
}

export { probe, reachAlong, sees } from './probe';
