import { countryName } from "@/messages/country-name";
import type { OrderView } from "./load";

/** An order as its buyer reads it on paper: what they get, what it costs with its delivery, and the tax in it. */
export function ConfirmationPaper({ view }: { readonly view: OrderView }) {
  const { order, lines, totals, currency, applied } = view;
  const { earliest, latest } = applied?.offer.promise ?? {};
  return (
    <div className="text-sm">
      <div className="mb-5 grid grid-cols-2 gap-6">
        <address className="not-italic">
          {[
            order.recipient ?? order.customerName,
            ...order.street.split("\n"),
            `${order.postcode} ${order.city}`,
          ]
            .filter((line) => line.trim() !== "")
            .map((line, i) => (
              <span key={i} className="block">
                {line}
              </span>
            ))}
          {countryName(order.country)}
        </address>
        <dl className="grid grid-cols-[auto_1fr] gap-x-3">
          <dt className="text-soft">Order</dt>
          <dd>{order.number}</dd>
          <dt className="text-soft">Placed</dt>
          <dd>{view.placed}</dd>
          {order.customerReference !== null && (
            <>
              <dt className="text-soft">Your reference</dt>
              <dd>{order.customerReference}</dd>
            </>
          )}
          <dt className="text-soft">Delivery</dt>
          <dd>
            {applied?.offer.name ?? "not settled yet"}
            {earliest !== undefined && (earliest === latest ? `, ${earliest}` : `, ${earliest} to ${latest}`)}
          </dd>
        </dl>
      </div>
      <table className="w-full border-collapse [&_td]:border-b [&_td]:border-hairline [&_td]:py-1 [&_th]:py-1">
        <thead className="text-left text-xs text-soft">
          <tr className="border-b border-edge [&>th]:font-normal">
            <th>Item</th>
            <th className="text-right">Pieces</th>
            <th className="text-right">Without tax, {currency}</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.position}>
              <td>
                {line.name} <span className="text-soft">{line.sku}</span>
              </td>
              <td className="text-right">{line.quantity}</td>
              <td className="text-right">{line.net}</td>
            </tr>
          ))}
          {totals.charges.map((line, i) => (
            <tr key={`${line.type} ${i}`}>
              <td colSpan={2}>
                {line.typeName}
                {line.name !== line.typeName && <> · {line.name}</>}
                {line.reverseCharge && (
                  <span className="narrow block text-soft">Reverse charge: the customer owes the tax</span>
                )}
              </td>
              <td className="text-right">{line.net}</td>
            </tr>
          ))}
          {totals.tax.map((tax) => (
            <tr key={tax.percent}>
              <td colSpan={2}>Tax {tax.percent} %</td>
              <td className="text-right">{tax.amount}</td>
            </tr>
          ))}
          <tr className="font-bold">
            <td colSpan={2}>To pay, {currency}</td>
            <td className="text-right">{totals.gross}</td>
          </tr>
        </tbody>
      </table>
    </div>
  );
}
