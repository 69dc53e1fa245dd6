export { BenchDock } from "./bench-dock";
export { BenchProvider, useBench } from "./bench-provider";
export { edgeWords } from "./edge-words";
export { figureText } from "./ticket";
export { NearestEdges } from "./open-trial";
