import { route } from "@/server/api/call";
import { getRevisions, postRevision } from "@/server/api/setup-doors";

export const GET = route(getRevisions.answer);
export const POST = route(postRevision.answer);
