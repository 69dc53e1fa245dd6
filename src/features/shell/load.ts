import "server-only";
import { cookies } from "next/headers";
import { requirePerson } from "@/server/auth/person";
import { may } from "@/server/auth/roles";
import { database } from "@/server/database";
import { currentSetup } from "@/server/services/current-setup";

/** What every page of the desk shows around itself. */
export async function loadShell() {
  const person = await requirePerson();
  const current = await currentSetup(database(), "draft");
  const sources = (current?.findings ?? [])
    .filter((finding) => finding.severity !== "note")
    .map((finding) => ({ source: finding.source, stop: finding.severity === "error" }));
  return {
    person,
    mayEdit: may(person.role, "edit-setup"),
    sources,
    businessName: current?.setup.business.name,
    theme: await readTheme(),
    hasSetup: current !== undefined,
  };
}

export type Theme = "system" | "light" | "dark";

/** The theme a person chose on this device. */
export async function readTheme(): Promise<Theme> {
  const value = (await cookies()).get("theme")?.value;
  return value === "light" || value === "dark" ? value : "system";
}
