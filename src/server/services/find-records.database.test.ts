import { demoDatabase } from "../../../tests/support/database";
import { orders } from "@/db/schema";
import { findRecords } from "./find-records";

let base: Awaited<ReturnType<typeof demoDatabase>>;

beforeAll(async () => {
  base = await demoDatabase();
}, 120_000);
afterAll(() => base.drop());

const found = async (text: string) =>
  (await findRecords(base.db, text)).map(({ kind, code }) => `${kind} ${code}`);

test("records are found by code or name in any case, those first that begin so", async () => {
  expect(await found("TERNWING")).toEqual(
    expect.arrayContaining(["carriers TRN", "services TRN-EXPRESS", "services TRN-ECO"]),
  );
  const express = await found("express");
  expect(express).toEqual(expect.arrayContaining(["offers express", "services TRN-EXPRESS"]));
  // what begins so stands before what only holds it
  expect((await found("post")).filter((one) => one.startsWith("offers"))[0]).toBe("offers post");
  expect(await found("hive-10")).toContain("items HIVE-10");
  expect(await found("  ")).toEqual([]);
  expect(await found("no such thing")).toEqual([]);
});

test("orders are found by the beginning of their number; what searches for anything finds nothing by it", async () => {
  const [own] = await base.db.select({ number: orders.number }).from(orders).limit(1);
  expect(await found(own!.number)).toContain(`orders ${own!.number}`);
  expect(await found("%")).toEqual([]);
  expect((await found("_")).filter((one) => one.startsWith("orders"))).toEqual([]);
});
