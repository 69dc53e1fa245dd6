import { toldError } from "./log";

test("of a failed query its code and rule are told, nothing of what was asked or sent", () => {
  const cause = Object.assign(new Error("duplicate key (email)=(a@b.example)"), {
    code: "23505",
    constraint: "people_email_unique",
  });
  const error = new Error("Failed query: insert into people values ($1)\nparams: secret-value", { cause });
  const told = JSON.stringify(toldError(error));
  expect(told).toContain("23505");
  expect(told).toContain("people_email_unique");
  expect(told).not.toMatch(/insert into|secret-value|a@b\.example/);
});

test("an error of our own is one line, whatever was put into it", () => {
  expect(toldError(new TypeError("a\nb\u2028c")).text).toBe("a b c");
});
