import Link from "next/link";

export default function NotFound() {
  return (
    <main className="grid min-h-dvh place-content-center gap-2 text-center">
      <h1>There is nothing here</h1>
      <p className="text-soft">It may have been deleted, or its code was changed.</p>
      <Link className="link" href="/orders">
        To the orders
      </Link>
    </main>
  );
}
