const words: Readonly<Record<string, string>> = {
  "setup-changed": "changed",
  "setup-replaced": "put a whole setup in place",
  "charge-applied": "applied a charge",
  "quantity-changed": "changed pieces",
  "address-changed": "changed the address",
  "order-confirmed": "confirmed the order",
  "account-added": "added an account number",
  "account-changed": "changed an account number",
  "account-removed": "took away an account number",
  "alias-kept": "matched a platform's code",
  "secret-looked-at": "looked at a secret",
  "secret-added": "added a secret",
  "secret-changed": "put another secret in place",
  "secret-removed": "took away a secret",
  "person-invited": "asked in",
  "invitation-revoked": "took back an invitation",
  "invitation-accepted": "took up an invitation",
  "role-changed": "gave another role",
  "person-let-in": "let in again",
  "person-let-go": "let go",
  "second-factor-on": "turned the second factor on",
  "second-factor-off": "turned the second factor off",
  "second-factor-taken-off": "took off a second factor",
  "sessions-ended": "signed out everywhere",
  "signed-out-everywhere": "signed out everywhere",
  "signed-out-elsewhere": "signed out everywhere else",
  "password-changed": "changed the password",
  "key-made": "made an API key",
  "key-revoked": "took back an API key",
  "trial-changed": "changed a trial",
};

/** What somebody did, by its code in the record of activity. */
export function deedWords(what: string): string {
  return words[what] ?? what;
}
