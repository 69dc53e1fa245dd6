interface Shown {
  readonly code: string;
  readonly name: string;
  readonly habit: string;
  readonly faults: readonly string[];
  readonly calls: number;
}

interface Kind {
  readonly kind: string;
  readonly words: string;
}

/** The page of the stand-ins: what each is like, and its faults with a mark for each. */
export function page(standIns: readonly Shown[], kinds: readonly Kind[]): string {
  const carrier = ({ code, name, habit, faults, calls }: Shown) => `
    <fieldset data-carrier="${code}">
      <legend>${name}</legend>
      <p>${habit} Calls so far: ${calls}.</p>
      ${kinds
        .map(
          ({ kind, words }) =>
            `<label><input type="checkbox" value="${kind}"${faults.includes(kind) ? " checked" : ""}> ${words}</label>`,
        )
        .join("")}
    </fieldset>`;
  return `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<title>Stand-ins of carriers</title>
<style>
  body { font: 15px/1.5 system-ui, sans-serif; margin: 2rem auto; max-width: 46rem; padding: 0 1rem }
  fieldset { border: 1px solid #aaa; border-radius: 6px; margin: 1rem 0 }
  label { display: block }
</style>
<h1>Stand-ins of carriers</h1>
<p>Invented carriers that answer as real ones do, and fail as they are told here. Several faults take turns.</p>
${standIns.map(carrier).join("")}
<script>
  for (const box of document.querySelectorAll("input"))
    box.addEventListener("change", () => {
      const of = box.closest("fieldset");
      const on = [...of.querySelectorAll(":checked")].map((one) => one.value);
      fetch("/faults/" + of.dataset.carrier, { method: "PUT", body: JSON.stringify(on) });
    });
</script>
</html>`;
}
