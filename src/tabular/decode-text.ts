/** How a file's bytes became text. */
export interface DecodedText {
  readonly text: string;
  readonly encoding: "utf-8" | "utf-16le" | "utf-16be" | "windows-1252";
}

/**
 * Text of a file whose encoding nobody told: by its byte order mark, else UTF-8 where it is that without a fault, else
 * UTF-16 where every other byte is 0, else Windows-1252, which any bytes are.
 */
export function decodeText(bytes: Uint8Array): DecodedText {
  const [first, second, third] = bytes;
  if (first === 0xef && second === 0xbb && third === 0xbf) return decoded(bytes.subarray(3), "utf-8");
  if (first === 0xff && second === 0xfe) return decoded(bytes.subarray(2), "utf-16le");
  if (first === 0xfe && second === 0xff) return decoded(bytes.subarray(2), "utf-16be");
  const wide = wideOrder(bytes);
  if (wide) return decoded(bytes, wide);
  try {
    return { text: new TextDecoder("utf-8", { fatal: true }).decode(bytes), encoding: "utf-8" };
  } catch {
    return decoded(bytes, "windows-1252");
  }
}

function decoded(bytes: Uint8Array, encoding: DecodedText["encoding"]): DecodedText {
  const text = new TextDecoder(encoding).decode(bytes);
  return { text: encoding === "windows-1252" ? withoutControls(text) : text, encoding };
}

/** What Windows-1252 has at 0x80 to 0x9F; some decoders give control characters there, as Latin-1 has them. */
const FROM_80 = "€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ";

function withoutControls(text: string): string {
  return text.replace(/[\u0080-\u009f]/g, (sign) => FROM_80.charAt(sign.charCodeAt(0) - 0x80));
}

/** Plain letters in UTF-16 have a 0 as every second byte. */
function wideOrder(bytes: Uint8Array): "utf-16le" | "utf-16be" | undefined {
  const looked = bytes.subarray(0, 400);
  const zeros = [0, 0];
  looked.forEach((byte, i) => {
    if (byte === 0) zeros[i % 2] = (zeros[i % 2] ?? 0) + 1;
  });
  const half = looked.length / 2;
  const [even = 0, odd = 0] = zeros;
  if (half < 2 || Math.max(even, odd) < half * 0.6) return undefined;
  return odd > even ? "utf-16le" : "utf-16be";
}
