import type { Metadata } from "next";
import { SignInForm } from "@/features/session/sign-in-form";
import { Door } from "@/ui/parts/door";

export const metadata: Metadata = { title: "Sign in" };

export default function SignIn() {
  return (
    <Door>
      <p className="mb-4 text-soft">Delivery charges worked out in the open.</p>
      <SignInForm />
    </Door>
  );
}
