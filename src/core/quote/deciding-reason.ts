import type { Rejection } from "../working/reason";
import type { WithheldOffer } from "./quote";

/**
 * The one reason to tell of a withheld offer: where no service can take the order it is that of a service, of the first that
 * leaves from where the goods are.
 */
export function decidingReason({
  rejection,
  because,
}: Pick<WithheldOffer, "rejection" | "because">): Rejection {
  const own = because.map((one) => one.rejection);
  return own.find(({ reason }) => reason !== "origin-not-served-by-service") ?? own[0] ?? rejection;
}
