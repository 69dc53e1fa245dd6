import { AMBERWAY_KEY } from "./amberway";
import { STONEPIER_PASSWORD, STONEPIER_USER } from "./stonepier";
import { TERNWING_KEY } from "./ternwing";

/** The demo's connections: which adapter asks which stand-in, and with what. Its services add fuel themselves. */
export const demoConnections = [
  {
    code: "sim-tern",
    adapter: "ternwing",
    standIn: "ternwing",
    fields: { key: TERNWING_KEY, fuel: "ours" },
  },
  {
    code: "sim-stone",
    adapter: "stonepier",
    standIn: "stonepier",
    fields: { user: STONEPIER_USER, password: STONEPIER_PASSWORD, fuel: "ours" },
  },
  { code: "sim-amber", adapter: "wallodrom", standIn: "amberway", fields: { key: AMBERWAY_KEY } },
] as const;
