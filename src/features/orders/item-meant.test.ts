import { itemMeant } from "./item-meant";

const jar = { sku: "JAR", name: "Jar of honey" };
const lid = { sku: "JAR-LID", name: "Lid" };

test("a number in other letters, a whole name and the only one that holds the text are meant", () => {
  expect(itemMeant("jar", [jar, lid])).toBe("JAR");
  expect(itemMeant(" jar of HONEY", [jar, lid])).toBe("JAR");
  expect(itemMeant("hon", [jar])).toBe("JAR");
});

test("the number as it is goes before one in other letters; of several nothing is meant", () => {
  const small = { sku: "jar", name: "Small jar" };
  expect(itemMeant("jar", [jar, small])).toBe("jar");
  expect(itemMeant("Jar", [jar, small])).toBeUndefined();
  expect(itemMeant("ja", [jar, lid])).toBeUndefined();
  expect(itemMeant("", [jar])).toBeUndefined();
  expect(itemMeant("mead", [])).toBeUndefined();
});
