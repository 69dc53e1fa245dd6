import { route } from "@/server/api/call";
import { deleteJob, getJob } from "@/server/api/work-doors";

export const GET = route(getJob.answer);
export const DELETE = route(deleteJob.answer);
