/** Phones at the desk: which are paired, a code for another, and unpairing one at once. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { api, ask, type PhoneCode } from "../api/client";
import { jobsOptions, phonesOptions } from "../api/queries";
import { Refused } from "../parts/Refused";
import { shortTime } from "../parts/shortTime";

export function PhonesPage() {
  const [search] = useSearchParams();
  const client = useQueryClient();
  const { data } = useQuery(phonesOptions());
  const { data: jobs } = useQuery(jobsOptions());
  const [chosen, setChosen] = useState<readonly string[]>(
    [search.get("job") ?? ""].filter(Boolean),
  );
  const offer = useMutation({
    mutationFn: () =>
      ask<PhoneCode>(api.POST("/api/phones/offer", { body: { jobs: [...chosen] } })),
  });
  const unpair = useMutation({
    mutationFn: (id: string) =>
      ask(api.DELETE("/api/phones/{id_}", { params: { path: { id_: id } } })),
    onSettled: () => client.invalidateQueries({ queryKey: phonesOptions().queryKey }),
  });
  const nameOf = (id: string) => jobs?.find((job) => job.id === id)?.name ?? "a job put away";
  return (
    <main className="mx-auto max-w-3xl px-4 py-6">
      <header className="mb-3 flex items-center gap-3">
        <Link className="button" to="/">
          ← Jobs
        </Link>
        <h1 className="grow font-semibold font-tape text-2xl">Phones</h1>
      </header>
      {data && !data.address && (
        <p className="border-wax border-l-4 bg-wax-pale p-2">
          △ Nothing listens for phones. Stop Pennant, and start it with{" "}
          <code>.venv/bin/pennant serve --lan</code>: then phones in this network can be paired, and
          see the site's pages of the jobs that you give them. Without a network a site file does:
          under <b>On the wall</b>, Record.
        </p>
      )}
      {data?.address && (
        <section aria-label="Pair a phone">
          <h2 className="heading border-slab border-b-2">Pair a phone</h2>
          <p className="my-2">
            It sees the site's pages of these jobs, and nothing else, until you unpair it.
          </p>
          <ul className="grid gap-1">
            {jobs?.map(({ id, name }) => (
              <li key={id}>
                <label className="flex items-center gap-2">
                  <input
                    type="checkbox"
                    checked={chosen.includes(id)}
                    onChange={(event) => {
                      offer.reset();
                      setChosen(
                        event.target.checked ? [...chosen, id] : chosen.filter((one) => one !== id),
                      );
                    }}
                  />
                  {name}
                </label>
              </li>
            ))}
          </ul>
          <button
            type="button"
            className="button button-main mt-2"
            disabled={chosen.length === 0 || offer.isPending}
            onClick={() => offer.mutate()}
          >
            Show a code
          </button>
          {offer.error && <Refused error={offer.error} title="No code." named={() => "Phones"} />}
          {offer.data && (
            <div className="mt-3 flex flex-wrap items-start gap-4" role="status">
              <img src={offer.data.picture} alt="The code, to be scanned" className="bg-white" />
              <div className="max-w-sm">
                <p>
                  Scan it with the phone's camera, in the same network. It is good once, and for{" "}
                  {offer.data.minutes} minutes.
                </p>
                {data.fingerprint ? (
                  <p className="mt-2">
                    Your phone will warn about the certificate. Look at the certificate there, and
                    go on where its SHA-256 is
                    <span className="mt-1 block break-all font-mono text-sm">
                      {data.fingerprint}
                    </span>
                  </p>
                ) : (
                  <p className="mt-2 border-wax border-l-4 bg-wax-pale p-2">
                    △ Without encryption: whoever listens in this network can read what is sent.
                  </p>
                )}
              </div>
            </div>
          )}
        </section>
      )}
      <section aria-label="Paired" className="mt-6">
        <h2 className="heading border-slab border-b-2">Paired</h2>
        {data?.phones.length === 0 && <p className="aside my-2">None.</p>}
        <ul>
          {data?.phones.map(({ id, name, jobs: given, paired }) => (
            <li key={id} className="flex items-center gap-3 border-rule border-b py-2">
              <span className="font-medium">{name}</span>
              <span className="aside grow">
                {given.map(nameOf).join(", ")}; since {shortTime(paired)}
              </span>
              <button type="button" className="button" onClick={() => unpair.mutate(id)}>
                Unpair
              </button>
            </li>
          ))}
        </ul>
      </section>
    </main>
  );
}
