// On a club's server: who is signed in, and the way to the account.
import { useQuery } from "@tanstack/react-query";
import { accountQuery } from "../../api/account";

export function AccountPart() {
  const { data } = useQuery(accountQuery);
  if (!data?.name) return null;
  return <p className="strip">You are {data.name} on this server. <a href="/account">Your account</a>: sign out here, another password, leave.</p>;
}
