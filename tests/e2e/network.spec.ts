import { expect, test, type Page } from "./test";
import { GridDriver } from "./drivers/grid-driver";
import { stateOf } from "./people";

const undo = (page: Page) => page.getByRole("button", { name: "Undo", exact: true }).click();
const file = (name: string, text: string, encoding: BufferEncoding = "utf8") => ({
  name,
  mimeType: "text/plain",
  buffer: Buffer.from(text, encoding),
});

test("units change what is shown and read, never what is stored", async ({ page }) => {
  await page.goto("/business");
  const stored = () => expect(page.getByRole("button", { name: "Undo", exact: true })).toBeEnabled();
  await page.getByLabel("Weights").selectOption("lb");
  await stored();
  await page.goto("/services/TRN-EXPRESS");
  const most = page.getByRole("textbox", { name: "Parcel up to" });
  await expect(most).toHaveValue("69.445613");
  await expect(page.getByText("lb, set as 31.5 kg")).toBeVisible();
  await most.fill("30 kg");
  await most.press("Enter");
  await expect(page.getByText("lb, set as 30 kg")).toBeVisible();
  await undo(page);
  await expect(page.getByText("lb, set as 31.5 kg")).toBeVisible();
  await page.goto("/business");
  await page.getByLabel("Weights").selectOption("kg");
  await stored();
  await page.goto("/services/TRN-EXPRESS");
  await expect(most).toHaveValue("31.5");
});

test("exchange rates come from a spreadsheet's file with decimal commas; each row has its verdict", async ({
  page,
}) => {
  await page.goto("/business");
  const rates = new GridDriver(page, "Exchange rates");
  const before = await rates.rows();
  await page.getByRole("button", { name: "Import", exact: true }).click();
  await page
    .getByLabel("Choose a file")
    .setInputFiles(
      file(
        "kurse.csv",
        "Währung;Kurs;Datum;Currency\r\nKrone;0,0871;2.11.2026;SEK\r\n;0,0852;3.11.2026;NOK\r\n;x;;DKK\r\n",
        "latin1",
      ),
    );
  await page.getByLabel("rate is in").selectOption({ label: "Kurs" });
  await page.getByLabel("date is in").selectOption({ label: "Datum" });
  const panel = page.getByRole("region", { name: "Import exchange rates" });
  await expect(panel).toContainText("windows-1252", { ignoreCase: true });
  await expect(panel).toContainText("1 to import · 1 unchanged · 1 refused");
  await expect(panel).toContainText('"x" is not a rate above 0.');
  await panel.getByRole("button", { name: "Import 1" }).click();
  await expect(rates.cell(before - 1, 1)).toHaveText("0.0852");
  await undo(page);
  await expect.poll(() => rates.rows()).toBe(before);
});

test("a charge type's new code is carried through, and back by undo", async ({ page }) => {
  await page.goto("/business");
  const types = new GridDriver(page, "Charge types");
  await types.put(0, 0, "carriage");
  await expect(types.cell(0, 0)).toHaveText("carriage");
  await page.goto("/offers/post");
  await expect(page.getByLabel("Charge type")).toHaveValue("carriage");
  await page.goto("/business");
  await types.put(0, 0, "freight");
  await page.goto("/offers/post");
  await expect(page.getByLabel("Charge type")).toHaveValue("freight");
});

test("days off are clicked, drawn, taken from a calendar file, and copied", async ({ page }) => {
  await page.goto("/origins/GDY");
  const strip = page.getByRole("group", { name: "Holidays of Gdynia second warehouse" });
  const day = (date: string) => strip.locator(`[data-date="${date}"]`);
  await day("2026-12-28").scrollIntoViewIfNeeded();
  await day("2026-12-28").hover();
  await page.mouse.down();
  await day("2026-12-30").hover();
  await page.mouse.up();
  for (const date of ["2026-12-28", "2026-12-29", "2026-12-30"])
    await expect(day(date)).toHaveAttribute("aria-pressed", "true");
  await undo(page);
  await expect(day("2026-12-29")).toHaveAttribute("aria-pressed", "false");
  await day("2026-12-29").focus();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Space");
  await expect(day("2026-12-30")).toHaveAttribute("aria-pressed", "true");
  await undo(page);
  await expect(day("2026-12-30")).toHaveAttribute("aria-pressed", "false");

  const calendar = [
    "BEGIN:VCALENDAR",
    "VERSION:2.0",
    "BEGIN:VEVENT",
    "UID:1",
    "DTSTART;VALUE=DATE:20200503",
    "RRULE:FREQ=YEARLY",
    "SUMMARY:Third of May",
    "END:VEVENT",
    "BEGIN:VEVENT",
    "UID:2",
    "DTSTART:20261109T230000Z",
    "DTEND:20261110T230000Z",
    "SUMMARY:Stocktaking",
    "END:VEVENT",
    "END:VCALENDAR",
  ].join("\r\n");
  await page.getByLabel("Import a calendar file").setInputFiles(file("days.ics", calendar));
  const section = page.getByRole("region", { name: "Holidays" });
  await expect(section).toContainText("4 new days from 2026 to 2028");
  await section.getByRole("button", { name: "Import 4" }).click();
  // eleven at night in UTC is midnight in Gdynia
  await expect(day("2026-11-10")).toHaveAttribute("aria-pressed", "true");
  await expect(day("2026-05-03")).toHaveAttribute("aria-pressed", "true");
  await section.getByRole("button", { name: "Nyköping store" }).click();
  await expect(section).toContainText("Copied to 1 origin.");
  await undo(page);
  await undo(page);
  await expect(day("2026-11-10")).toHaveAttribute("aria-pressed", "false");
  await page.getByLabel("Import a calendar file").setInputFiles(file("no.ics", "date;name"));
  await expect(section.getByRole("alert")).toContainText("no.ics is not a calendar");
});

test("an origin's position comes from its town or a click on the map; services leave from it by a tick", async ({
  page,
}) => {
  await page.goto("/origins/CES");
  const lat = page.getByRole("textbox", { name: "Latitude" });
  const before = await lat.inputValue();
  await page.getByRole("button", { name: "From the town" }).click();
  await expect(page.getByRole("button", { name: "Undo", exact: true })).toBeEnabled();
  await expect(lat).toHaveValue(/^57\.3\d*$/);
  await page.getByRole("button", { name: "Pick on the map" }).click();
  const map = page.getByRole("region", { name: "Position" }).getByRole("img");
  await map.click({ position: { x: 60, y: 60 } });
  await expect(lat).not.toHaveValue(/^57\.3\d*$/);
  await undo(page);
  await undo(page);
  await expect(lat).toHaveValue(before);

  const tick = page.getByRole("checkbox", { name: "Pinepost Parcel leaves from here" });
  await expect(tick).toBeChecked();
  await tick.click();
  await expect(tick).not.toBeChecked();
  await page.goto("/services/PNP-PARCEL");
  const origins = page.getByRole("group", { name: "Origins" });
  await expect(origins.getByRole("button", { name: "Cēsis joinery" })).toHaveAttribute(
    "aria-pressed",
    "false",
  );
  await origins.getByRole("button", { name: "Cēsis joinery" }).click();
  await expect(origins.getByRole("button", { name: "Cēsis joinery" })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
});

test("a platform's file of places is matched with our origins, once", async ({ page }) => {
  const csv =
    "Location ID;Location name;City\nL-1;Tartu main warehouse;\nL-2;Somewhere;Nyköping\nL-3;Nowhere;\n";
  await page.goto("/origins/import");
  await page.getByLabel("The platform the file comes from").fill("Market hall");
  await page.getByLabel("Choose a file").setInputFiles(file("places.csv", csv));
  const matching = page.getByRole("region", { name: "Matching" });
  await expect(matching).toContainText("2 not matched");
  await matching.getByLabel("Origin for L-2").selectOption("own NYK");
  await matching.getByLabel("Origin for L-3").selectOption("skip");
  await expect(matching).toContainText("all matched");
  await page.getByRole("button", { name: "Import 2" }).click();
  await expect(page).toHaveURL(/origins\/TRT/);
  await expect(page.getByText("Market hall calls it L-1")).toBeVisible();
  await page.goto("/origins/import");
  await page.getByLabel("Choose a file").setInputFiles(file("places.csv", csv));
  await expect(matching).toContainText("1 not matched");
});

test("a carrier's fuel index, addresses and contacts are lists to type into", async ({ page }) => {
  await page.goto("/carriers/PNP");
  const fuel = new GridDriver(page, "Fuel index");
  await fuel.paste(0, 0, "2026-10-01\t11,5\n2026-11-01\t12");
  await expect(page.getByText("Today 12 %, since 2026-11-01.")).toBeVisible();
  await fuel.put(0, 0, "soon");
  await expect(page.getByRole("alert").filter({ hasText: "Not stored" })).toBeVisible();
  await page.keyboard.press("Escape");
  const addresses = new GridDriver(page, "Addresses");
  const count = await addresses.rows();
  await addresses.put(count - 1, 0, "NIGHT");
  await expect.poll(() => addresses.rows()).toBe(count + 1);
  await page.goto("/carriers/PNP/sheet");
  await expect(page.getByText("NIGHT:")).toBeVisible();
  await expect(page.getByText("from 2026-10-01: 11.5 %")).toBeVisible();
  await page.goto("/carriers/sheet");
  await expect(page.getByRole("row", { name: /Pinepost Parcel/ }).first()).toBeVisible();
});

test("an account number for an origin is kept, changed and taken away; a viewer learns it nowhere", async ({
  page,
  browser,
}) => {
  await page.goto("/carriers/STP");
  const accounts = page.getByRole("region", { name: "Account numbers" });
  await accounts.getByRole("button", { name: "Add an account number" }).click();
  await accounts.getByLabel("For the origin").selectOption("GDY");
  await accounts.getByRole("button", { name: "Save" }).click();
  await expect(accounts.getByRole("alert")).toContainText("1 to 60 signs");
  await accounts.getByLabel("Account number").fill("GD-7781");
  await accounts.getByRole("button", { name: "Save" }).click();
  await expect(accounts).toContainText("GD-7781");
  await accounts.getByRole("button", { name: "Change account GD-7781" }).click();
  await accounts.getByLabel("Account number").fill("GD-7782");
  await accounts.getByRole("button", { name: "Save" }).click();
  await expect(accounts).toContainText("GD-7782");
  await accounts.getByRole("button", { name: "Remove account GD-7782" }).click();
  await expect(accounts).toContainText("No account number yet.");
  await page.goto("/activity?about=account");
  await expect(page.getByRole("row", { name: /added an account number/ }).first()).toContainText("GD-7781");
  const viewer = await (await browser.newContext({ storageState: stateOf("viewer") })).newPage();
  await viewer.goto("/activity?about=account");
  await expect(viewer.getByRole("row", { name: /added an account number/ }).first()).toBeVisible();
  expect(await viewer.content()).not.toContain("GD-778");
  expect(await (await viewer.request.get("/activity/export?about=account")).text()).not.toContain("GD-778");
});

test("a surcharge is made with its conditions, read back, moved and taken away", async ({ page }) => {
  await page.goto("/services/TRN-ECO");
  const section = page.getByRole("region", { name: "Surcharges" });
  const count = await section.getByRole("listitem").count();
  await section.getByRole("button", { name: "Add a surcharge" }).click();
  await section.getByRole("textbox", { name: "New surcharge: name" }).fill("Heavy");
  await section.getByRole("textbox", { name: "New surcharge: name" }).press("Enter");
  await expect(section).toContainText("No amount yet: the surcharge is stored, and counts, once");
  await section.getByRole("textbox", { name: "New surcharge", exact: true }).fill("3,50");
  await section.getByRole("textbox", { name: "New surcharge", exact: true }).press("Enter");
  await section.getByLabel("Add a condition about").selectOption("measure");
  await section.getByRole("textbox", { name: "Figure" }).fill("20");
  await section.getByRole("textbox", { name: "Figure" }).press("Enter");
  await expect(section.getByRole("button", { name: /Heavy \(.*over 20 kg.*\): 3\.50 SEK/ })).toBeVisible();
  await section.getByRole("button", { name: "Heavy: up" }).click();
  await expect(section.getByRole("listitem").nth(count - 1)).toContainText("Heavy");
  await section.getByRole("button", { name: "Remove Heavy" }).click();
  await expect(section).not.toContainText("Heavy");
});

test("transit by zone, services side by side with what they cost", async ({ page }) => {
  await page.goto("/services/TRN-ECO");
  const transit = new GridDriver(page, "Transit by zone");
  const count = await transit.rows();
  await transit.paste(count - 1, 0, "8\t5\t9");
  await expect.poll(() => transit.rows()).toBe(count + 1);
  await undo(page);
  await page.goto("/services/compare?with=PNP-PARCEL&with=TRN-EXPRESS&weights=1;%205&to=EE");
  const cost = page.getByRole("row", { name: /1 kg to EE/ });
  await expect(cost).toContainText("3.00");
  await expect(cost).toContainText("9.13");
  await page.getByLabel("Parcels of").fill("2 lb; heavy");
  await page.getByLabel("to", { exact: true }).fill("EE, Sweden");
  await page.getByRole("button", { name: "Show" }).click();
  await expect(page.getByRole("row", { name: /2 lb to EE/ })).toBeVisible();
  await expect(page.getByRole("alert").filter({ hasText: "heavy, SWEDEN" })).toBeVisible();
  await expect(page.getByLabel("to", { exact: true })).toHaveValue("EE, Sweden");
  await page.getByRole("button", { name: "Our van around Tartu" }).click();
  await expect(page.getByRole("columnheader")).toHaveCount(4);
});

test("what a check finds is counted at its station and marked at the very field", async ({ page }) => {
  await page.goto("/services/PNP-POINT");
  const carriers = page.getByRole("navigation", { name: "Stations" }).getByRole("link", { name: /Carriers/ });
  await expect(carriers).not.toContainText("findings");
  const most = page.getByRole("textbox", { name: "Parcel up to" });
  await most.fill("25000");
  await most.press("Enter");
  await expect(carriers).toContainText("findings: 1");
  const marked = page.locator("[data-notice=warning]");
  await expect(marked).toHaveAttribute("data-path", "services/PNP-POINT/limits/maxParcelWeight");
  await expect(marked).toHaveAttribute("title", /25000 kg/);
  const findings = page.getByRole("list", { name: "Findings" });
  await expect(findings).toContainText("25000 kg");
  await expect(findings).toContainText("A limit in the wrong unit lets through what the carrier refuses");
  // set aside with a reason it counts nowhere; it can be had again
  await findings.getByRole("button", { name: "Set aside" }).first().click();
  const form = page.getByRole("form", { name: "Set the finding aside" });
  await form.getByLabel("Why it may stay").fill("a crane lifts it");
  await form.getByRole("button", { name: "Set aside" }).click();
  await expect(carriers).not.toContainText("findings");
  await page.getByText("1 finding is set aside").click();
  await expect(page.getByRole("list", { name: "Set aside" })).toContainText("a crane lifts it");
  await page.getByRole("button", { name: "Count it again" }).click();
  await expect(findings).toContainText("25000 kg");
  await undo(page);
  await expect(marked).toHaveCount(0);
  await expect(carriers).not.toContainText("findings");
});

test("returns go to an address of their own, and back", async ({ page }) => {
  await page.goto("/origins/TRT");
  const returns = page.getByRole("region", { name: "Returns" });
  await returns.getByRole("button", { name: "Another address" }).click();
  const town = returns.getByRole("textbox", { name: "Town" });
  // the field is there before the page hears of it: a town that is typed too soon is typed again
  await expect(async () => {
    await town.fill("Elva");
    await town.press("Enter");
    await expect(page.getByRole("button", { name: "Undo", exact: true })).toBeEnabled({ timeout: 2000 });
  }).toPass();
  await page.reload();
  await expect(returns.getByRole("textbox", { name: "Town" })).toHaveValue("Elva");
  await returns.getByRole("button", { name: "Returns come here" }).click();
  await expect(returns).toContainText("come to the same address");
});

for (const [what, path, button, head] of [
  ["carriers", "/carriers/PNP", "CSV", "carrier,carrier name"],
  ["origins", "/origins/TRT", "CSV", "code,name,kind"],
  ["zone entries", "/zones/AMB", "CSV", "zone,country,subdivision,postcode"],
  ["exchange rates", "/business", "CSV", "from,to,rate,as of"],
] as const)
  test(`${what} are given out as a table`, async ({ page }) => {
    await page.goto(path);
    const waiting = page.waitForEvent("download");
    await page.getByRole("button", { name: button, exact: true }).click();
    const stream = await (await waiting).createReadStream();
    let text = "";
    for await (const part of stream) text += String(part);
    expect(text.replace(/^\ufeff/, "").startsWith(head)).toBe(true);
    expect(text.trim().split("\r\n").length).toBeGreaterThan(2);
  });
