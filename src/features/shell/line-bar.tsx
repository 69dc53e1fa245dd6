"use client";

import { Redo2, Undo2 } from "lucide-react";
import { usePathname, useRouter } from "next/navigation";
import { useEffect, useRef, type ReactNode } from "react";
import { useDraft } from "@/features/draft";
import { LineNavigation, type LineStop } from "@/ui/line/line-navigation";
import { Palette } from "@/features/palette";
import { PersonMenu } from "./person-menu";
import { stationKeys, stationOf } from "./stops";

interface Props {
  readonly stops: readonly LineStop[];
  readonly person: { readonly name: string; readonly role: string };
  readonly theme: string;
  readonly businessName: string | undefined;
  readonly work: ReactNode;
}

/** The head of every page: the mark, the line, what can be taken back, and who is here. */
export function LineBar({ stops, person, theme, businessName, work }: Props) {
  const pathname = usePathname();
  const draft = useDraft();
  const station = stationOf(pathname);
  useStationKeys();
  useFieldOfHash(pathname);
  const button =
    "rounded-md p-1.5 text-ink enabled:hover:bg-well disabled:text-faint disabled:opacity-50 disabled:cursor-default";
  return (
    <header className="flex h-16 shrink-0 items-center gap-3 border-b border-hairline bg-sheet pr-4 pl-[18px] print:hidden">
      <div className="w-[112px] shrink-0 max-lg:hidden">
        <p className="wide text-[1.0625rem] leading-tight font-extrabold tracking-tight">wallodrom</p>
        <p className="narrow truncate text-xs text-soft">{businessName}</p>
      </div>
      <LineNavigation label="Stations" stops={stops} current={station} />
      <div className="flex shrink-0 items-center gap-1">
        {draft.mayEdit && (
          <>
            <button
              type="button"
              className={button}
              disabled={!draft.canUndo}
              onClick={draft.undo}
              aria-label="Undo"
              title="Undo (Ctrl Z)"
            >
              <Undo2 size={16} aria-hidden />
            </button>
            <button
              type="button"
              className={button}
              disabled={!draft.canRedo}
              onClick={draft.redo}
              aria-label="Redo"
              title="Redo (Ctrl Shift Z)"
            >
              <Redo2 size={16} aria-hidden />
            </button>
          </>
        )}
        <Palette />
        {work}
        <PersonMenu person={person} theme={theme} />
      </div>
      {draft.notice !== undefined && (
        <p
          role="alert"
          className="sheet fixed right-4 bottom-4 z-50 border-l-4 border-l-loss px-3 py-2 text-loss"
        >
          {draft.notice}
        </p>
      )}
      {draft.told !== undefined && (
        <p role="status" className="sheet fixed right-4 bottom-20 z-50 border-l-4 border-l-gain px-3 py-2">
          {draft.told.text}
          {draft.told.isEdit && draft.canUndo && (
            <>
              {" · "}
              <button
                type="button"
                className="link"
                aria-label={`Undo, ${draft.told.text}`}
                onClick={draft.undo}
              >
                Undo
              </button>
            </>
          )}
        </p>
      )}
    </header>
  );
}

/** g and a letter go to a station; / goes to the search of the page, ? to the guide. */
function useStationKeys(): void {
  const router = useRouter();
  const waiting = useRef(false);
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const busy =
        event.target instanceof HTMLElement &&
        event.target.closest("input, textarea, select, [role=grid], [role=menu]") !== null;
      if (busy || event.ctrlKey || event.metaKey || event.altKey) return;
      const target = waiting.current ? stationKeys[event.key] : undefined;
      waiting.current = event.key === "g";
      if (target !== undefined) router.push(target);
      if (event.key === "?") router.push("/guide");
      if (event.key === "/") {
        const search = document.querySelector<HTMLInputElement>("input[type=search]");
        if (search) {
          event.preventDefault();
          search.focus();
        }
      }
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [router]);
}

/** How long a page that is being made is waited for. */
const PAGE_MS = 8000;

/** A link that names a place of the setup (#services/X/limits/maxLength) puts the focus into the field that sets it, as soon as it is there. */
function useFieldOfHash(pathname: string): void {
  useEffect(() => {
    const seek = () => void focusField(decodeURIComponent(window.location.hash.slice(1)));
    window.addEventListener("hashchange", seek);
    const path = decodeURIComponent(window.location.hash.slice(1));
    const coming = new MutationObserver(() => focusField(path) && stop());
    const timer = setTimeout(stop, PAGE_MS);
    // whoever has gone on by themselves is left alone
    const own = ["keydown", "pointerdown"] as const;
    function stop(): void {
      coming.disconnect();
      clearTimeout(timer);
      for (const event of own) window.removeEventListener(event, stop);
    }
    if (path === "" || focusField(path)) stop();
    else {
      coming.observe(document.body, { childList: true, subtree: true });
      for (const event of own) window.addEventListener(event, stop);
    }
    return () => {
      stop();
      window.removeEventListener("hashchange", seek);
    };
  }, [pathname]);
}

/** Puts the focus into the field of a path, or of the nearest place above it; whether there was one. */
function focusField(path: string): boolean {
  for (let at = path; at.includes("/"); at = at.slice(0, at.lastIndexOf("/"))) {
    const field = document.querySelector<HTMLElement>(`[data-path="${CSS.escape(at)}"]`);
    if (!field) continue;
    // a field may be folded away
    for (let up = field.closest("details"); up; up = up.parentElement?.closest("details") ?? null)
      up.open = true;
    field.scrollIntoView({ block: "center" });
    field.querySelector<HTMLElement>("input, select, button")?.focus();
    field.classList.add("bg-wash");
    return true;
  }
  return false;
}
