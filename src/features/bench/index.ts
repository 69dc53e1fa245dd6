export { BenchDock } from "./bench-dock";
export { BenchProvider, useBench } from "./bench-provider";
export { figureText, ticketOf, type Ticket } from "./ticket";
export { CompletingInput } from "./completing-input";
export { PinOrder } from "./pin-order";
export { trialName } from "./trial-text";
export { NearestEdges } from "./open-trial";
