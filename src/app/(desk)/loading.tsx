/** What stands inside of the shell while a page is made: nothing at first, so that a quick page does not flicker. */
export default function DeskLoading() {
  return (
    <p role="status" className="late m-[18px] text-soft">
      Loading…
    </p>
  );
}
