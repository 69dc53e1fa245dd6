/**
 * Whether a text is an international bank account number (ISO 13616): two letters, two check digits, up to 30 letters and
 * digits, blanks anywhere; moved round, with letters as 10 to 35, it leaves 1 when divided by 97 (ISO 7064).
 */
export function isIban(text: string): boolean {
  const plain = text.replace(/\s/g, "").toUpperCase();
  if (!/^[A-Z]{2}\d{2}[A-Z0-9]{8,30}$/.test(plain)) return false;
  const moved = plain.slice(4) + plain.slice(0, 4);
  let rest = 0;
  for (const sign of moved) {
    const value = sign >= "A" ? sign.charCodeAt(0) - 55 : Number(sign);
    rest = (rest * (value > 9 ? 100 : 10) + value) % 97;
  }
  return rest === 1;
}
