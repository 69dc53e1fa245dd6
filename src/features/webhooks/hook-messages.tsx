import Link from "next/link";
import { Moment } from "@/features/clock";
import { count } from "@/messages/figures";
import { ListTable } from "@/ui/parts/list-table";
import { answerText } from "./event-words";
import type { ShownMessage } from "./load";

interface Props {
  readonly messages: readonly ShownMessage[];
  readonly busy: boolean;
  readonly again: (delivery: string) => void;
}

/** What an address was told, the latest first: what came back, and the message itself when it is opened. */
export function HookMessages({ messages, busy, again }: Props) {
  return (
    <ListTable heads={["When", "What", "About", "No.", "State", "What came back"]} unseen="Again">
      {messages.map((message) => (
        <tr
          key={message.id}
          className="border-b border-hairline align-top last:border-0 [&>td]:px-3 [&>td]:py-1.5"
        >
          <td className="whitespace-nowrap">
            <Moment at={message.time} />
          </td>
          <td>
            <details>
              <summary className="cursor-default">{message.type}</summary>
              <pre className="max-w-[36rem] overflow-x-auto pt-1 text-xs">{message.body}</pre>
            </details>
          </td>
          <td>
            <Subject subject={message.subject} />
          </td>
          <td>{message.sequence}</td>
          <td className={message.state === "failed" ? "font-semibold text-loss" : ""}>
            <MessageState message={message} />
          </td>
          <td>
            {answerText(message)}
            {message.status !== undefined && message.answer !== undefined && message.answer !== "" && (
              <span className="block max-w-[20rem] truncate text-soft" title={message.answer}>
                {message.answer}
              </span>
            )}
          </td>
          <td className="text-right">
            <button
              type="button"
              className="link"
              disabled={busy}
              aria-label={`Send ${message.type} of ${message.subject} again`}
              onClick={() => again(message.id)}
            >
              Send again
            </button>
          </td>
        </tr>
      ))}
      {messages.length === 0 && (
        <tr>
          <td colSpan={7} className="px-3 py-3 text-soft">
            Nothing has happened yet that it is told of. A test shows whether it is reached.
          </td>
        </tr>
      )}
    </ListTable>
  );
}

function MessageState({ message: { state, tries, nextAt } }: { readonly message: ShownMessage }) {
  if (state !== "waiting") return tries > 1 ? `${state}, ${tries} tries` : state;
  if (tries === 0) return "waiting";
  return (
    <>
      {count(tries, "try", "tries")}
      {nextAt && (
        <>
          , next <Moment at={nextAt} />
        </>
      )}
    </>
  );
}

function Subject({ subject }: { readonly subject: string }) {
  const [kind, id = ""] = subject.split("/");
  if (kind === "orders")
    return (
      <Link prefetch={false} className="link" href={`/orders/${encodeURIComponent(id)}`}>
        order {id}
      </Link>
    );
  return kind === "revisions" ? (
    <Link prefetch={false} className="link" href={`/gate/revisions/${id}`}>
      revision {id}
    </Link>
  ) : (
    <>itself</>
  );
}
