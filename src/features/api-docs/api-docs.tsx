import { PageHead } from "@/ui/parts/page-head";
import type { ShownCall } from "./load";

/** What programs can ask, call by call. */
export function ApiDocs({ calls }: { readonly calls: readonly ShownCall[] }) {
  return (
    <div className="px-[18px] py-4">
      <PageHead above="API" title="What programs can ask">
        <a className="link" href="/api/v1/openapi.json">
          The document (OpenAPI 3.1)
        </a>
      </PageHead>
      <p className="max-w-[72ch] pb-3 text-soft">
        Each call carries a key (<code>Authorization: Bearer …</code>). Money is text with its currency beside
        it; times have an offset. What goes wrong is a problem document (RFC 9457) with a pointer to the
        field.
      </p>
      {calls.map((call) => (
        <Call key={`${call.method} ${call.path}`} call={call} />
      ))}
    </div>
  );
}

/** What goes wrong is told once, above. */
const isOwn = ({ status }: { readonly status: string }) => status !== "default";

/** Names of the contract stand between backticks. */
function Marked({ text }: { readonly text: string }) {
  return text.split("`").map((part, i) => (i % 2 === 1 ? <code key={`${i} ${part}`}>{part}</code> : part));
}

function Call({ call }: { readonly call: ShownCall }) {
  const { method, path, summary, description, parameters, body, answers } = call;
  return (
    <section aria-label={`${method} ${path}`} className="sheet mb-3 px-4 py-2.5">
      <h2>
        <span className="inline-block w-16">{method}</span> {path}
      </h2>
      <p>
        <Marked text={summary} />{" "}
        <span className="text-soft">
          <Marked text={description} />
        </span>
      </p>
      {parameters.length > 0 && (
        <p className="text-soft">
          {parameters.map(({ name, in: where }) => `${name} (${where})`).join(", ")}
        </p>
      )}
      <ul>
        {answers.filter(isOwn).map(({ status, text }) => (
          <li key={status}>
            <span className="inline-block w-16 text-soft">{status}</span> <Marked text={text} />
          </li>
        ))}
      </ul>
      {body !== undefined && (
        <details>
          <summary className="link">What is sent</summary>
          <pre className="max-h-96 overflow-auto text-xs">{body}</pre>
        </details>
      )}
    </section>
  );
}
