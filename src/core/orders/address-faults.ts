import type { OrderAddress } from "./order";
import { isPostcodeOf } from "./postcode-shape";

/** What is odd about an address. A warning, never a wall: people live in places no table knows. */
export type AddressFault = "no-postcode" | "postcode-shape" | "no-town" | "no-street" | "mail-at-sign";

/** What is odd about where an order goes; in the order of the address. A collection needs no street. */
export function addressFaults(address: OrderAddress): AddressFault[] {
  const { country, postcode = "", city = "", lines = [], email, collectionPoint, poBox } = address;
  const faults: AddressFault[] = [];
  if (lines.every((line) => line.trim() === "") && !collectionPoint && !poBox) faults.push("no-street");
  const known = isPostcodeOf(country, postcode);
  if (postcode.trim() === "") {
    if (known !== undefined) faults.push("no-postcode");
  } else if (known === false) faults.push("postcode-shape");
  if (city.trim() === "") faults.push("no-town");
  if (email !== undefined && email.trim() !== "" && !/^\S+@\S+$/.test(email.trim()))
    faults.push("mail-at-sign");
  return faults;
}
