const TYPED = /^goods-(\d+)$/;

/** An item's number as it is said; goods that were typed without one are called by their line. */
export function skuText(sku: string): string {
  return sku.replace(TYPED, "line $1");
}

/** The same where a sentence begins with it. */
export function skuStart(sku: string): string {
  return sku.replace(TYPED, "Line $1");
}
