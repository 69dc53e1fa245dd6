import { unreachable, type Answer } from "@/messages/answer";

/** Waits for an action's answer; one that never comes is a refusal like any other. */
export async function sent<T>(action: Promise<Answer<T>>): Promise<Answer<T>> {
  try {
    return await action;
  } catch {
    return unreachable;
  }
}
