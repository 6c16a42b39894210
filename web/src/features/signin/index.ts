import { lazy } from "react";

// Its dialog is asked for on the bench only.
export const SignInAgain = lazy(async () => ({ default: (await import("./SignInAgain")).SignInAgain }));
export { SignInPage } from "./SignInPage";
