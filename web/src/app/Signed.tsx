import { useState, type ReactNode } from "react";
import { Navigate, useLocation } from "react-router";
import { useMe } from "../api/queries";

/**
 * Shows its page to a signed-in keeper, and the sign-in page to anyone else. A page once shown stays when the session
 * ends under it: what lies on it may not be kept yet.
 */
export function Signed({ children }: { children: ReactNode }) {
  const me = useMe();
  const here = useLocation();
  const [entered, setEntered] = useState(false);
  if (me.data?.signed_in && !entered) setEntered(true);
  if (entered) return children;
  if (me.isPending) return <p className="p-8">Opening …</p>;
  if (me.isError)
    return (
      <p role="alert" className="p-8">
        Sabaka can’t be reached. Is it running? Load the page again when it is.
      </p>
    );
  if (!me.data.signed_in) return <Navigate to="/sign-in" state={{ from: here.pathname }} replace />;
  return children;
}
