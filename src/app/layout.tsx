import type { Metadata } from "next";
import type { ReactNode } from "react";
import { readTheme } from "@/features/shell/load";
import "@/ui/tokens.css";
import { fontVariables } from "./fonts";

export const metadata: Metadata = {
  title: { default: "Wallodrom", template: "%s · Wallodrom" },
  description: "Delivery charges worked out in the open",
};

export default async function RootLayout({ children }: { readonly children: ReactNode }) {
  return (
    <html lang="en" className={fontVariables} data-theme={await readTheme()}>
      <body>{children}</body>
    </html>
  );
}
