/** Where a phone that scanned a code is paired; the code is in the address's fragment. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { askPlainly, Refusal } from "../api/client";
import { PhoneHead } from "../parts/PhoneHead";

export function PairPage() {
  const [token] = useState(() => window.location.hash.slice(1));
  const [name, setName] = useState("");
  const client = useQueryClient();
  const navigate = useNavigate();
  useEffect(() => {
    // The code is not left where others who use this phone could read it.
    window.history.replaceState(null, "", "/pair");
  }, []);
  const pairing = useMutation({
    mutationFn: async () => {
      const headers = { "content-type": "application/json" };
      const body = JSON.stringify({ token, name: name.trim() });
      await askPlainly(fetch("/api/pair", { method: "POST", headers, body }));
    },
    onSuccess: async () => {
      await client.invalidateQueries();
      navigate("/", { replace: true });
    },
  });
  const problem = pairing.error instanceof Refusal ? pairing.error.problem : null;
  return (
    <main className="p-4">
      <PhoneHead />
      {token ? (
        <form
          className="mt-3 grid gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            pairing.mutate();
          }}
        >
          <label className="grid gap-1">
            What is this phone called?
            <input
              className="field min-h-14 text-xl"
              value={name}
              required
              maxLength={60}
              autoComplete="off"
              placeholder="the one that sets"
              onChange={(event) => setName(event.target.value)}
            />
          </label>
          <button
            type="submit"
            className="button button-main min-h-14 text-lg"
            disabled={pairing.isPending}
          >
            Pair this phone
          </button>
        </form>
      ) : (
        <p className="my-3">There is no code in this address. Scan the one that the desk shows.</p>
      )}
      {pairing.error && (
        <p role="alert" className="mt-3 border-flag border-l-4 bg-flag-pale p-2">
          ✗{" "}
          {problem ? `${problem.title}: ${problem.detail}` : "The desk does not answer. Try again."}
        </p>
      )}
    </main>
  );
}
