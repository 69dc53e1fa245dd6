import type { Trial } from "./trial";

/** A trial that names a member of the setup by its new code; the same trial where it does not name it. */
export function renameInTrial(trial: Trial, list: string, from: string, to: string): Trial {
  const other = (code: string) => (code === from ? to : code);
  const { request, expects } = trial;
  if (list === "channels" && request.channel === from)
    return { ...trial, request: { ...request, channel: to } };
  if (list === "origins" && request.lines.some(({ origin }) => origin === from))
    return {
      ...trial,
      request: {
        ...request,
        lines: request.lines.map((line) => (line.origin === from ? { ...line, origin: to } : line)),
      },
    };
  if (list === "goodsClasses" && request.lines.some(({ item }) => item?.goodsClass === from))
    return {
      ...trial,
      request: {
        ...request,
        lines: request.lines.map((line) =>
          line.item?.goodsClass === from ? { ...line, item: { ...line.item, goodsClass: to } } : line,
        ),
      },
    };
  const named = expects.some(({ offer }) => offer === from) || request.offers?.includes(from);
  if (list !== "offers" || !named) return trial;
  return {
    ...trial,
    request: request.offers ? { ...request, offers: request.offers.map(other) } : request,
    expects: expects.map((expectation) => ({ ...expectation, offer: other(expectation.offer) })),
  };
}
