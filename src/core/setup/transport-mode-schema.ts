import { z } from "zod";
import { transportModes } from "./transport-mode";

/** The mode a service carries by. Apart from the list of modes, so that a page that words them loads no schemas. */
export const transportMode = z.enum(transportModes);

/** Modes goods may not be carried by; an empty list forbids none. */
export const notBy = z.array(transportMode).max(transportModes.length);
