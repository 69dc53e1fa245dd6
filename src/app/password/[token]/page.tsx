import type { Metadata } from "next";
import { loadPasswordLink } from "@/features/invite/load";
import { PasswordForm } from "@/features/invite/password-form";
import { Door } from "@/ui/parts/door";

export const metadata: Metadata = { title: "New password", referrer: "no-referrer" };

export default async function NewPassword({ params }: { readonly params: Promise<{ token: string }> }) {
  const { token } = await params;
  const owner = await loadPasswordLink(token);
  return (
    <Door>
      {owner ? (
        <>
          <p className="mb-4">
            {owner.name}, set a new password for {owner.email}. It ends all your sessions.
          </p>
          <PasswordForm token={token} email={owner.email} kind="another" />
        </>
      ) : (
        <p>
          This link was used or has run out: it works once, for an hour. Ask an administrator for another.
        </p>
      )}
    </Door>
  );
}
