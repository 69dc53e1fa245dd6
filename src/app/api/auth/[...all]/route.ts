import { answerAuth } from "@/server/auth/answer-auth";

export const POST = answerAuth;
