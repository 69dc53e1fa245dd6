import type { Adapter } from "@/contracts/carrier-rates";
import { withFuelChoice } from "./fuel-choice";
import { stonepierAdapter } from "./stonepier";
import { ternwingAdapter } from "./ternwing";
import { wallodromAdapter } from "./wallodrom";

/** The kinds of carriers' systems that can be asked, our own protocol first. */
export const adapters: readonly Adapter[] = [wallodromAdapter, stonepierAdapter, ternwingAdapter].map(
  withFuelChoice,
);

export function adapterOf(code: string): Adapter | undefined {
  return adapters.find((one) => one.code === code);
}
