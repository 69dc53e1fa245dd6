import "server-only";
import { jsonAnswer, type ApiAnswer } from "./call";
import { openApi } from "./open-api";

let made: string | undefined;

/** `GET /openapi.json`: what the API is, for whoever asks. */
export function getOpenApi(): Promise<ApiAnswer> {
  made ??= JSON.stringify(openApi());
  return Promise.resolve({ ...jsonAnswer({}), body: made });
}
