import type { LibraryPart } from '../glsl';
import type { Baking } from '../mesh/baking';
import type { Copies, Mesh, Shading } from '../mesh/mesh';
import type { Kind, Step } from '../piece/types';
import type { Param } from './param-types';
import type { PlainParams } from './plain-params';
import type { RunType } from './run-type';
import type { LoopRun, LoopValues } from './signal/memory/loop-run';
import type { Sketch } from './stage/sketch';
import type { StagePart } from './stage/stage-part';
import type { SurfaceLook, SurfaceUse } from './surface/surface-look';

export type { PlainParams } from './plain-params';

/** What a step can say beside the running value; see `Moves.attributes`. */
export type PlaceAttribute = 'delay' | 'tint' | 'dot';

/** What all steps share: all that the palette, the tuning panel and the docs know about one. */
interface StepBase<K extends Kind> {
  op: `${K}.${string}`;
  name: string;
  description: string;
  /** Types it takes from the row; none for a source. */
  takes: RunType[];
  /** Type it gives; `same` hands on the type it took. */
  gives: RunType | 'same';
  params: Param[];
  /** Parameter whose value a cell shows beside the name. */
  cellParam?: string;
  /** Words under which the search finds it as well. */
  aliases?: string[];
  /**
   * Steps with which a new strand begins where this one is chosen first, as it needs something to run in; without
   * them it is what all of its kind begin with.
   */
  ground?: readonly { op: string; params?: Step['params'] }[];
  /** Not offered to artists: the program puts it in by itself. */
  hidden?: true;
  /** Heading in the palette, for kinds with many steps. */
  group?: string;
}

/** Runs at each place, as a GLSL function. */
interface Runs {
  /**
   * Body of a GLSL function. In scope: `Place p`, the running value `v` (not in sources), and
   * every parameter by its id: numbers as float, vectors and colours as vec3, choices as the
   * int place in the list.
   */
  glsl: string;
  /** Parts of the library that the body calls, beside `place` (and `surface`, in surfaces). */
  needs?: LibraryPart[];
}

/** Asks for the row before it at other places. */
interface Asks {
  /**
   * The GLSL may ask for the running value at another place: `again(q)`. It works the row up
   * to this step out again, so each call costs as much as the row.
   */
  again?: true;
}

/**
 * Reads the running picture at other places than its own pixel, or earlier, so that all before it has to be drawn.
 * Earlier is a whole number of frames of the loop, which has been running forever.
 */
interface Reads {
  /**
   * How many times the picture is drawn for it, one after the other. The GLSL has `int pass` in scope, from 0, and the
   * functions of `glsl/lib/frame`: `seenAt` gives what the pass before has drawn, `tookAt` what came into the step.
   */
  passes?: number;
  /** How many times smaller than the picture each of its passes is drawn, in both directions; 1 where left out. */
  smaller?: readonly number[];
  /** It asks for averages over areas: sizes above 0. Of several passes those of these numbers do. */
  averages?: true | readonly number[];
  /** It reads its own result of the frame before, by `earlierAt`: the part of that, 0 to 1, which stays at most. */
  stays?: (params: PlainParams) => number;
  /** It reads what came into it earlier, by `agoAt`: by so many frames at most. */
  reaches?: (params: PlainParams) => number;
}

/** How long a shutter is open, in frames, and how many pictures of that time make one. */
export interface Shutter {
  open: number;
  pictures: number;
}

/** Exposes the picture of a stage. */
interface Exposes {
  shutter?: (params: PlainParams) => Shutter;
}

/** Needs to know all frames of the loop at once. */
interface Remembers {
  /**
   * Works the step out for the whole loop on the processor, for each number that runs in by itself. Its GLSL then finds
   * that as `v`, between two frames in a straight line.
   */
  overLoop?: (loop: LoopRun) => LoopValues;
  /** Between two frames that is what it was at the first of them. */
  held?: true;
}

/** Is what the artist wrote or chose. */
interface Resolves {
  /** For steps whose parameters or text depend on what the artist wrote. `takes` is null in a source. */
  resolve?: (step: Pick<Step, 'params'>, takes: RunType | null) => ResolvedStep;
}

/** A place that can be dragged on the stage, by ids of parameters. */
export interface Handle {
  /** The vector that holds it. */
  at: string;
  /** The vector that turns what is there, in degrees. */
  turn?: string;
  /** How far it reaches, in the unit of the place; a ring about it. */
  reach?: string;
  /** A cone that ends at the place: where its tip is, and its full angle in degrees. */
  cone?: { tip: string; opening: string };
}

/** Can be taken hold of on the stage. */
interface Handled {
  handles?: Handle[];
}

/** Gives where the point is. */
interface GivesPosition {
  /** The choice that says in which space: `rest` in that of the object, `world` on the stage. */
  positionIn?: string;
}

/** Begins a picture. */
interface Begins {
  /** The parameter that links the stage of which it takes the picture. */
  shoots?: string;
  /** The parameter that links the finish whose picture it goes on from. */
  continues?: string;
}

/** Is told how far away something is. */
interface Focuses {
  /** The number, in metres from the camera's plane, that a place of the picture can give. */
  focuses?: string;
}

/** Makes a mesh of nothing. */
interface Bakes {
  /** Makes the mesh. @throws MeshError with a sentence for the artist */
  bake: (params: PlainParams, baking: Baking) => Mesh;
}

/** Makes a mesh of a mesh. */
interface Reshapes {
  /** Makes another mesh of a mesh; what stands before the step in the row is baked. @throws MeshError */
  reshape: (mesh: Mesh, params: PlainParams, baking: Baking) => Mesh;
}

/** Moves the points of a form. */
interface Moves {
  /**
   * Parameters that say something beside the running value, by what they say: how many loops a
   * copy is behind, so that all that runs there does so at its own phase; its colour; the size
   * of a point. They become functions of the place.
   */
  attributes?: Partial<Record<PlaceAttribute, string>>;
  /** Of a step that both makes a mesh and moves it: the parameters that only the making reads. */
  baked?: string[];
}

/** Puts copies of a form. */
interface MakesCopies {
  /** Says where copies are put; the mesh and all that moves it stay as they are. @throws MeshError */
  place: (params: PlainParams, baking: Baking) => Copies | null;
  /** All of them stand where the form stands: it says only how many there are. */
  inPlace?: true;
  /** Parameter by how many copies the copies move on over the loop: at its end each stands where another stood. */
  shifts?: string;
  /** What the program works out from the parameters and shows beside them; a point is marked on the stage. */
  describe?: (params: PlainParams) => { lines: string[]; point?: readonly number[] };
}

/** Says how a form is shaded. */
interface Shades {
  /** From this step on. */
  shade: (params: PlainParams) => Shading;
}

/** Asks for a way of drawing a surface, beside its values at each place. */
interface Draws {
  /** Values of the surface that it sets and that cost code of their own where they are drawn. */
  uses?: SurfaceUse[];
  /** How the surface is drawn from here on, by the choices of the step. */
  look?: (choices: Record<string, string>) => Partial<SurfaceLook>;
}

/** Puts something on the stage. */
interface Stages {
  /** What sort of thing it is. */
  puts: StagePart['part'];
  /** The thing itself, with its numbers at one phase. */
  part: (params: PlainParams) => StagePart;
  /** What a cell shows of it; none where the shot of what stands there is shown. */
  sketch?: (values: Record<string, unknown>) => Sketch;
}

interface Abilities
  extends
    Runs,
    Asks,
    Reads,
    Remembers,
    Exposes,
    Begins,
    Focuses,
    Resolves,
    Handled,
    GivesPosition,
    Bakes,
    Reshapes,
    Moves,
    MakesCopies,
    Shades,
    Draws,
    Stages {}

/** What a step may not say: it reads as undefined, so that the abilities of any step can be asked for. */
type Without<Can> = { [A in Exclude<keyof Abilities, keyof Can>]?: undefined };
type Of<K extends Kind, Can> = StepBase<K> & Can & Without<Can>;

export type SignalStep = Of<'signal', Partial<Runs> & Asks & Resolves & Remembers>;
export type FieldStep = Of<'field', Partial<Runs> & Asks & Resolves & Handled & GivesPosition>;
export type FormSource = Of<'form', Bakes>;
export type FormTopology = Of<'form', Reshapes>;
export type FormMove = Of<'form', Runs & Asks & Handled & Moves & Partial<Reshapes>>;
export type FormShading = Of<'form', Shades>;
export type FormCopies = Of<'form', Runs & Handled & Moves & MakesCopies>;
export type SurfaceStep = Of<'surface', Partial<Runs> & Draws>;
export type StageStep = Of<'stage', Handled & Stages>;
export type FinishStep = Of<'finish', Runs & Reads & Exposes & Begins & Focuses>;

/** One step of the catalogue. What its kind does not have cannot be said. */
export type StepDefinition =
  | SignalStep
  | FieldStep
  | FormSource
  | FormTopology
  | FormMove
  | FormShading
  | FormCopies
  | SurfaceStep
  | StageStep
  | FinishStep;

/** A step as it stands in a row. */
export type ResolvedStep = StepDefinition & {
  /** Why what the artist wrote does not run; the step runs with what ran last, or is skipped. */
  broken?: { sentence: string; line: number; column: number; length: number };
};

export const kindOf = (definition: StepDefinition) => definition.op.split('.')[0] as Kind;
