import "server-only";
import { usesOf } from "@/core/setup/dangling";
import type { CodedList } from "@/core/setup/setup";
import type { PooledDatabase } from "@/db/connect";
import { usesOutside } from "./uses-outside";
import { draftSetup } from "./draft-setup";

export interface MemberUses {
  /** Paths of the setup that name the member. */
  readonly places: readonly string[];
  /** What names it outside of the setup, with how many do. */
  readonly outside: readonly { readonly what: "items" | "orders" | "accounts"; readonly count: number }[];
}

/** What would be left pointing nowhere if a member went. */
export async function usesOfMember(db: PooledDatabase, list: CodedList, code: string): Promise<MemberUses> {
  const current = await draftSetup(db);
  const places = current ? usesOf(current.setup, list, code).map((reference) => reference.path) : [];
  return { places, outside: await usesOutside(db, list, code) };
}
