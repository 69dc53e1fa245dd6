import { Unzip, UnzipInflate } from "fflate";
import { FileFault, limits } from "./table-file";

/** Packed bytes go in by pieces, so that one piece of a bomb can't unpack to more than some megabytes. */
const PIECE = 16_384;

/**
 * Unpacks the parts of an archive that `wanted` asks for, piece by piece, each to its own sink. Parts that unpack to more
 * than the limit stop everything.
 */
export function unpack(
  bytes: Uint8Array,
  wanted: (name: string) => ((text: string, last: boolean) => void) | undefined,
): void {
  let together = 0;
  const unzip = new Unzip((file) => {
    const sink = wanted(file.name);
    if (!sink) return;
    const decoder = new TextDecoder("utf-8");
    let size = 0;
    file.ondata = (error, data, last) => {
      if (error) throw (error as Error) instanceof FileFault ? error : new FileFault("broken");
      size += data.length;
      together += data.length;
      if (size > limits.unpacked || together > limits.unpackedTogether)
        throw new FileFault("unpacks-too-large");
      sink(decoder.decode(data, { stream: !last }), last);
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < bytes.length; at += PIECE)
      unzip.push(bytes.subarray(at, at + PIECE), at + PIECE >= bytes.length);
  } catch (error) {
    throw error instanceof FileFault ? error : new FileFault("broken");
  }
}
