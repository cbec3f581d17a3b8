import { USUAL } from "@/core/dayplan";

/** Figures that differ from floor to floor: each as practice has it, until a plan says otherwise. */
export const FLOOR_FIGURES = {
  strainKgPerMin: { label: "The strainer runs", unit: "kg/min", from: 0.1, to: 200 },
  meshKg: { label: "A mesh stands", unit: "kg", from: 5, to: 5000 },
  meshMin: { label: "Changing a mesh", unit: "min", from: 0, to: 60 },
  swapMin: { label: "Swapping a pail", unit: "min", from: 0, to: 30 },
  loadMinPerFrame: { label: "Loading a frame", unit: "min", from: 0, to: 5 },
  turnMinPerFrame: { label: "Turning a frame", unit: "min", from: 0, to: 5 },
  unloadMinPerFrame: { label: "Unloading a frame", unit: "min", from: 0, to: 5 },
} as const satisfies {
  readonly [K in keyof typeof USUAL]?: {
    readonly label: string;
    readonly unit: string;
    readonly from: number;
    readonly to: number;
  };
};
export type FloorFigure = keyof typeof FLOOR_FIGURES;
export type FloorFigures = { readonly [K in FloorFigure]?: number | undefined };
export const FLOOR_FIGURE_NAMES = Object.keys(FLOOR_FIGURES) as FloorFigure[];

/** Every figure, as it was set or as practice has it. */
export const floorFigures = (set: FloorFigures | undefined): Record<FloorFigure, number> =>
  Object.fromEntries(FLOOR_FIGURE_NAMES.map((name) => [name, set?.[name] ?? USUAL[name]])) as Record<
    FloorFigure,
    number
  >;
