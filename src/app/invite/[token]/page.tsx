import type { Metadata } from "next";
import { PasswordForm } from "@/features/invite/password-form";
import { loadInvitation } from "@/features/invite/load";
import { Door } from "@/ui/parts/door";

export const metadata: Metadata = { title: "Invitation", referrer: "no-referrer" };

export default async function Invite({ params }: { readonly params: Promise<{ token: string }> }) {
  const { token } = await params;
  const invitation = await loadInvitation(token);
  return (
    <Door>
      {invitation ? (
        <>
          <p className="mb-4">
            {invitation.name}, you are invited as <b>{invitation.role}</b> with {invitation.email}.
          </p>
          <PasswordForm token={token} email={invitation.email} kind="first" />
        </>
      ) : (
        <p>This link was used or withdrawn, or it has expired. Ask for another.</p>
      )}
    </Door>
  );
}
