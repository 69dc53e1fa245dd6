export { BenchDock } from "./bench-dock";
export { BenchProvider, useBench } from "./bench-provider";
export { edgeWords } from "./edge-words";
export { NearestEdges } from "./open-trial";
