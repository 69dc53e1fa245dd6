import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import { draftSetup } from "./draft-setup";
import { editSetup } from "./edit-setup";
import { findingsNow } from "./findings";
import { countAgain, countingFindings, judged, keyOf, setAside } from "./set-aside";

let base: Awaited<ReturnType<typeof demoDatabase>>;
const now = new Date("2026-11-24T09:00:00Z");
const ott = by("Ott", now);

beforeAll(async () => {
  base = await demoDatabase();
}, 120_000);
afterAll(() => base.drop());

const found = async () => findingsNow(base.db, (await draftSetup(base.db))!, now);
/** Sets the margin of an offer. */
async function edit(to: string) {
  const offer = (await draftSetup(base.db))!.setup.offers.find(({ code }) => code === "market-express")!;
  const from = offer.adjust!.marginPercent!;
  return editSetup(base.db, [{ path: margin, from, to }], ott);
}
const margin = "offers/market-express/adjust/marginPercent";

test("a finding that is set aside counts nowhere, with who and why, until its figures are others", async () => {
  expect(await edit("0.05")).toMatchObject({ ok: true });
  const own = (await found()).find(({ code, source }) => code === "percent-suspicious" && source === margin)!;
  const key = keyOf(own);
  expect(await setAside(base.db, { key, reason: "it is a token amount" }, ott)).toEqual({
    ok: true,
    value: undefined,
  });
  expect((await countingFindings(base.db, await found())).map(keyOf)).not.toContain(key);
  expect((await judged(base.db, await found())).find((one) => one.key === key)).toMatchObject({
    aside: { reason: "it is a token amount", who: "Ott" },
  });
  // another figure is another finding
  expect(await edit("0.06")).toMatchObject({ ok: true });
  const anew = await countingFindings(base.db, await found());
  expect(anew.filter(({ source }) => source === margin)).toHaveLength(1);
  // and with the figure of before it is aside still, until somebody has it count again
  expect(await edit("0.05")).toMatchObject({ ok: true });
  expect((await countingFindings(base.db, await found())).map(keyOf)).not.toContain(key);
  expect(await countAgain(base.db, key, ott)).toMatchObject({ ok: true });
  expect((await countingFindings(base.db, await found())).map(keyOf)).toContain(key);
  expect(await countAgain(base.db, key, ott)).toMatchObject({ ok: false, code: "not-found" });
});

test("what stops the gate, and what nobody found, can't be set aside", async () => {
  expect(await setAside(base.db, { key: '["no-such","x",{}]', reason: "so" }, ott)).toMatchObject({
    ok: false,
    code: "not-found",
  });
});
