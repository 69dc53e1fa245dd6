import type { OrderView } from "./load";

/** Goods, the charge below them, tax, and what is to be paid. */
export function TotalsTable({ view }: { readonly view: OrderView }) {
  const { totals, applied, currency } = view;
  return (
    <section aria-label="Totals" className="sheet px-2 py-1">
      <table className="w-full border-collapse [&_td]:h-[29px] [&_td]:px-1.5 [&_tr+tr]:border-t [&_tr]:border-hairline">
        <tbody>
          <tr>
            <td>Goods without tax</td>
            <td className="text-right">{totals.goodsNet}</td>
          </tr>
          {!applied && (
            <tr>
              <td className="text-soft">No delivery charge yet</td>
              <td />
            </tr>
          )}
          {totals.charges.map((line, i) => (
            <tr key={`${line.type} ${i}`}>
              <td>
                {line.typeName}
                {line.name !== line.typeName && <> · {line.name}</>}
                {line.reverseCharge && (
                  <span className="narrow block text-soft">Reverse charge: the customer owes the tax</span>
                )}
                {line.byHand && (
                  <span className="narrow block text-soft">
                    by hand: {line.byHand.reason}
                    {line.byHand.workedOut !== undefined && `; worked out ${line.byHand.workedOut}`}
                  </span>
                )}
              </td>
              <td className="text-right">{line.net}</td>
            </tr>
          ))}
          {totals.tax.map((tax) => (
            <tr key={tax.percent}>
              <td>Tax {tax.percent} %</td>
              <td className="text-right">{tax.amount}</td>
            </tr>
          ))}
          <tr className="font-bold">
            <td>To pay, {currency}</td>
            <td className="text-right">{totals.gross}</td>
          </tr>
        </tbody>
      </table>
    </section>
  );
}
