import type { Item } from "@/core/setup/item";

type Spec = readonly [
  sku: string,
  name: string,
  price: string,
  weight: string | null,
  size: string | null,
  goodsClass: string | null,
  stock: string,
];

/** Number, name, price ex tax in EUR, kg, size in cm, goods class, pieces by origin (T, G, N; "made" for the joinery, "" for not stock-kept). */
const specs: readonly Spec[] = [
  ["HIVE-10", "Hive body, ten frames", "89.00", "6.2", "51x43x25", "bulky", "T40 G22 N6"],
  ["HIVE-8", "Hive body, eight frames", "79.00", "5.4", "51x36x25", "bulky", "T24 G18"],
  ["HIVE-KIT", "Complete hive kit", "219.00", "18.4", "55x46x58", "bulky", "T14 G9 N3"],
  ["HIVE-OAK", "Oak display hive, made to order", "640.00", "31", "62x50x84", "bulky", "made"],
  ["HIVE-TOP", "Top-bar hive, made to order", "289.00", "22.5", "118x48x42", "bulky", "made"],
  ["ROOF-10", "Hive roof, insulated", "34.00", "3.1", "54x46x12", "bulky", "T60 G30 N10"],
  ["FLOOR-10", "Hive floor with mesh", "29.50", "2.7", "54x44x8", "bulky", "T55 G30 N8"],
  ["NUC-5", "Nucleus box, five frames", "42.00", "2.9", "52x24x28", "bulky", "T30 G12"],
  ["STAND", "Hive stand, folding", "38.00", null, "60x50x12", "bulky", "T18 G10"],
  ["EXTRACT-4", "Extractor, four frames", "389.00", "24", "62x62x96", "bulky", "T6 G4"],
  ["EXTRACT-9", "Extractor, nine frames, motor", "1140.00", "46", "78x78x110", "bulky", "T3"],
  ["TANK-50", "Settling tank, 50 kg", "148.00", "7.8", "40x40x62", "bulky", "T9 G7"],
  ["FRAME-25", "Frames, 25 pieces", "31.00", "4.6", "49x24x26", null, "T120 G80 N30"],
  ["FOUND-5", "Wax foundation, 5 kg", "78.00", "5.2", "41x26x12", null, "T70 G44 N12"],
  ["SMOKER", "Smoker, stainless", "36.80", "0.95", "28x18x26", null, "T80 G50 N22"],
  ["TOOL-J", "Hive tool, J pattern", "9.90", "0.28", "27x5x2", "small", "T200 G120 N60"],
  ["BRUSH", "Bee brush", "5.60", "0.09", "34x5x3", "small", "T180 G90 N60"],
  ["GRIP", "Frame grip", "12.40", "0.32", "22x10x4", "small", "T90 G40 N18"],
  ["QMARK", "Queen marking pen", "4.20", "0.02", "14x2x2", "small", "T300 N40"],
  ["QCAGE-10", "Queen cages, ten", "6.90", "0.06", "12x8x4", "small", "T140 G60"],
  ["LID-100", "Jar lids, 100 pieces", "18.00", "1.15", "32x24x12", "small", "T60 G60 N20"],
  ["LABEL-500", "Labels, roll of 500", "24.00", "0.62", "16x16x10", "small", "T50 G20 N15"],
  ["JAR-72", "Honey jars 450 g, 72 pieces", "49.00", "17.2", "62x42x30", null, "T44 G60 N14"],
  ["HONEY-24", "Lime honey, 24 jars", "148.00", "17.9", "40x28x26", "liquid", "T26 N12"],
  ["HONEY-12", "Heather honey, 12 jars", "96.00", "9.1", "40x28x14", "liquid", "T32 N16"],
  ["SYRUP-14", "Feeding syrup, 14 kg", "28.00", "14.4", "30x24x28", "liquid", "T90 G120"],
  ["SYRUP-700", "Feeding syrup, pallet", "990.00", "712", "120x80x110", "liquid", "T4 G8"],
  ["FONDANT-15", "Fondant, 15 kg", "41.00", "15.3", "38x28x20", null, "T64 G90 N10"],
  ["OXALIC-1", "Oxalic acid, 1 kg", "19.20", "1.05", "18x12x10", "dangerous", "T70 G30"],
  ["FUEL-2", "Smoker fuel, 2 kg", "14.00", "2.1", "24x18x18", "dangerous", "T50 G20"],
  ["QUEEN", "Mated queen", "38.00", "0.04", "10x6x4", "live", "T25"],
  ["PKG-BEES", "Package bees, 1.5 kg", "120.00", "2.4", "40x22x24", "live", "T10"],
  ["SUIT-M", "Beekeeping suit, M", "84.00", "1.4", "40x32x10", null, "T30 G12 N9"],
  ["SUIT-L", "Beekeeping suit, L", "84.00", "1.5", "40x32x10", null, "T34 G14 N9"],
  ["GLOVES", "Gloves, goatskin", "22.00", "0.34", "38x14x4", null, "T70 G30 N25"],
  ["VEIL", "Veil with hat", "26.00", "0.31", "36x36x8", null, "T44 G16 N12"],
  ["SCALE", "Hive scale, radio", "265.00", null, "46x42x8", null, "T8"],
  ["BOOK", "The Quiet Apiary, handbook", "32.00", "0.88", "25x18x3", null, "T60 N20"],
  ["POLLEN", "Pollen trap", "27.00", null, null, null, "T20 G6"],
  ["VOUCHER", "Gift voucher", "50.00", null, null, null, ""],
];

const originOf: Record<string, string> = { T: "TRT", G: "GDY", N: "NYK" };

function readItem([sku, name, unitPrice, weight, size, goodsClass, stock]: Spec): Item {
  const [length = "", width = "", height = ""] = size?.split("x") ?? [];
  return {
    sku,
    name,
    unitPrice,
    taxPercent: sku === "BOOK" ? "9" : "22",
    ...(weight === null ? {} : { weight: { value: weight, unit: "kg" } }),
    ...(size === null ? {} : { size: { length, width, height, unit: "cm" } }),
    ...(goodsClass === null ? {} : { goodsClass }),
    ...(sku === "VOUCHER" ? { shippable: false } : {}),
    ...(/^(EXTRACT|HIVE-KIT|HIVE-OAK|HIVE-TOP|TANK|SYRUP|JAR)/.test(sku) ? { shipsAlone: true } : {}),
    ...stockOf(stock),
  };
}

function stockOf(text: string): Pick<Item, "stock"> {
  if (text === "") return {};
  if (text === "made") return { stock: [{ origin: "CES", quantity: 12 }] };
  return {
    stock: text
      .split(" ")
      .map((part) => ({ origin: originOf[part.charAt(0)] ?? "", quantity: Number(part.slice(1)) })),
  };
}

export const items: Item[] = specs.map(readItem);
