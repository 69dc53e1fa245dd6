"use client";

import { DropdownMenu } from "radix-ui";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";

interface Props {
  readonly person: { readonly name: string; readonly role: string };
  readonly theme: string;
}

const themes = [
  { value: "system", name: "As the device" },
  { value: "light", name: "Light" },
  { value: "dark", name: "Dark" },
];

/** What lies beside the line. */
const places: readonly { readonly href: string; readonly name: string; readonly only?: string }[] = [
  { href: "/guide", name: "Guide and keys (?)" },
  { href: "/suspensions", name: "Today: what is suspended" },
  { href: "/business", name: "Business" },
  { href: "/people", name: "People and roles", only: "admin" },
  { href: "/api-keys", name: "API keys", only: "admin" },
  { href: "/webhooks", name: "Webhooks", only: "admin" },
  { href: "/activity", name: "Activity" },
  { href: "/account", name: "Your sign-in" },
];

const YEAR = 60 * 60 * 24 * 365;

/** Who is signed in; the theme; the way out. */
export function PersonMenu({ person, theme }: Props) {
  const router = useRouter();
  const [chosen, setChosen] = useState(theme);
  const choose = (next: string) => {
    setChosen(next);
    document.documentElement.dataset.theme = next;
    document.cookie = `theme=${next}; path=/; max-age=${YEAR}; samesite=lax`;
  };
  const leave = async () => {
    await fetch("/api/auth/sign-out", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: "{}",
    });
    router.push("/sign-in");
    router.refresh();
  };
  const initials = person.name
    .split(" ")
    .map((word) => word.charAt(0))
    .join("")
    .slice(0, 2);
  const entry = "cursor-default rounded-sm px-2 py-1 outline-none data-[highlighted]:bg-wash";
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className="ml-1 size-7 rounded-full bg-ink text-xs font-bold text-on-ink"
        aria-label={`${person.name}, ${person.role}: menu`}
      >
        {initials}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-50 min-w-[190px] rounded-md border border-edge bg-sheet p-1 shadow-lg"
        >
          <DropdownMenu.Label className="px-2 py-1">
            <span className="block font-semibold">{person.name}</span>
            <span className="text-soft">{person.role}</span>
          </DropdownMenu.Label>
          <DropdownMenu.Separator className="my-1 h-px bg-hairline" />
          {places.map(({ href, name, only }) =>
            only === undefined || only === person.role ? (
              <DropdownMenu.Item key={href} asChild className={`${entry} block`}>
                <Link href={href} prefetch={false}>
                  {name}
                </Link>
              </DropdownMenu.Item>
            ) : null,
          )}
          <DropdownMenu.Separator className="my-1 h-px bg-hairline" />
          <DropdownMenu.RadioGroup value={chosen} onValueChange={choose} aria-label="Theme">
            {themes.map((one) => (
              <DropdownMenu.RadioItem
                key={one.value}
                value={one.value}
                className={`${entry} flex justify-between`}
              >
                {one.name}
                <DropdownMenu.ItemIndicator>●</DropdownMenu.ItemIndicator>
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
          <DropdownMenu.Separator className="my-1 h-px bg-hairline" />
          <DropdownMenu.Item className={entry} onSelect={() => void leave()}>
            Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
