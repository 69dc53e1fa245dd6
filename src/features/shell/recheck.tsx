"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";

const PAUSE_MS = 1500;

/** Has the page shown anew once while checks of its state are still being made, so that their findings appear. */
export function Recheck({ stamp }: { readonly stamp: number }) {
  const router = useRouter();
  useEffect(() => {
    const timer = setTimeout(() => router.refresh(), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [router, stamp]);
  return null;
}
