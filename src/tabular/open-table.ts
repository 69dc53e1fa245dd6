import { FileFault, limits, type FileProblem, type TableFile } from "./table-file";
import { openText } from "./text-file";
import { openWorkbook } from "./workbook";

/** Opens a file by what its bytes are, whatever its name says. Bounded in time and memory by `limits`. */
export function openTable(bytes: Uint8Array): TableFile | { readonly problem: FileProblem } {
  try {
    const problem = problemOf(bytes);
    if (problem) return { problem };
    return startsWith(bytes, [0x50, 0x4b]) ? openWorkbook(bytes) : openText(bytes);
  } catch (error) {
    if (error instanceof FileFault) return { problem: error.problem };
    throw error;
  }
}

/** The first bytes by which other kinds of files are known. */
const SIGNS: readonly (readonly [FileProblem, readonly number[]])[] = [
  ["image", [0x89, 0x50, 0x4e, 0x47]],
  ["image", [0xff, 0xd8, 0xff]],
  ["image", [0x47, 0x49, 0x46, 0x38]],
  ["image", [0x42, 0x4d]],
  ["image", [0x52, 0x49, 0x46, 0x46]],
  ["pdf", [0x25, 0x50, 0x44, 0x46]],
  ["old-workbook", [0xd0, 0xcf, 0x11, 0xe0]],
];

function problemOf(bytes: Uint8Array): FileProblem | undefined {
  if (bytes.length === 0) return "empty";
  if (bytes.length > limits.bytes) return "too-large";
  const known = SIGNS.find(([, sign]) => startsWith(bytes, sign));
  // "BM" may also begin a text
  if (known && (known[1].length > 2 || hasZeros(bytes))) return known[0];
  return undefined;
}

function startsWith(bytes: Uint8Array, sign: readonly number[]): boolean {
  return sign.every((byte, i) => bytes[i] === byte);
}

function hasZeros(bytes: Uint8Array): boolean {
  return bytes.subarray(0, 64).includes(0);
}
