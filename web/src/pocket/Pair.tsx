import { Button } from "antd";
import { useState } from "react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { api, must, type Schemas } from "../api/client";
import { dateInWords, instantInWords, timeInWords, today } from "../app/dates";
import { useSettings } from "../app/settings";
import { Code } from "./Code";

/** The phones that may reach this program, and how another is let in. */
export function Pair() {
  const { twelve } = useSettings();
  const client = useQueryClient();
  const pairing = useQuery({ queryKey: ["pairing"], queryFn: () => must(api.GET("/pairing")) });
  const [key, setKey] = useState<Schemas["KeyOut"]>();
  const [error, setError] = useState<string>();
  const p = pairing.data;
  if (!p) return null;
  const run = async (f: () => Promise<unknown>) => {
    setError(undefined);
    try {
      await f();
      await client.invalidateQueries({ queryKey: ["pairing"] });
    } catch (e) {
      setError(e instanceof Error ? e.message : String(e));
    }
  };
  return (
    <>
      <h2>On another device</h2>
      {!p.beyond ? (
        <p>
          Only this machine can reach Apodemos. To let paired devices on your network in, start it with{" "}
          <code>serve --listen 0.0.0.0:8466</code>. Make a certificate first with{" "}
          <code>apodemos certificate</code>: then a phone can install it and keep its screen on.
        </p>
      ) : !p.secure ? (
        <p>
          Without HTTPS a phone can’t install it or keep its screen on, and others on your network can read
          along. Make a certificate with <code>apodemos certificate</code>. The one file works anyway.
        </p>
      ) : null}
      {p.trust && p.here && <Trust trust={p.trust} />}
      {p.beyond && !p.here && <p>Pair and remove devices on the machine that runs Apodemos.</p>}
      {p.beyond && p.here && (
        <p>
          <Button onClick={() => void run(async () => setKey(await must(api.POST("/pairing"))))}>
            Pair a device
          </Button>
        </p>
      )}
      {key && (
        <div>
          <p>
            {p.trust ? "Then pair it. Key" : "Key"} <strong className="num">{key.key}</strong> pairs one
            device until {timeInWords(today(new Date(key.until)).time, twelve)}. Scan it, or open the address
            and enter the key.
          </p>
          {key.codes.map((c) => (
            <div key={c.text} className="code-row">
              <Code {...c} label={`Code with the address ${c.text}`} />
              <code>{c.text}</code>
            </div>
          ))}
        </div>
      )}
      {error && (
        <p className="trouble" role="alert">
          {error}
        </p>
      )}
      {p.devices.length > 0 && (
        <table className="devices">
          <thead>
            <tr>
              <th>Paired</th>
              <th>since</th>
              <th>last seen</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {p.devices.map((d) => (
              <tr key={d.id}>
                <td>{d.name}</td>
                <td>{dateInWords(d.paired_at.slice(0, 10))}</td>
                <td>{instantInWords(d.seen_at, twelve)}</td>
                <td>
                  {p.here && (
                    <Button
                      size="small"
                      aria-label={`Remove ${d.name}`}
                      onClick={() =>
                        window.confirm(`Remove ${d.name}? It must pair again to connect.`) &&
                        void run(() =>
                          must(api.DELETE("/devices/{device}", { params: { path: { device: d.id } } })),
                        )
                      }
                    >
                      Remove
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

/** Where a phone trusts the certificate, with what both screens have to show alike. */
function Trust({ trust }: { trust: Schemas["TrustOut"] }) {
  return (
    <div data-testid="trust">
      <p>
        A phone trusts this Apodemos once, until {dateInWords(trust.until.slice(0, 10))}: scan the code there,
        and compare the fingerprint.
      </p>
      {trust.uncovered.map((a) => (
        <p key={a} className="care care-care">
          The certificate isn’t for {a}: phones can’t connect there. Make a new one with{" "}
          <code>apodemos certificate --renew</code>; each phone must trust it again.
        </p>
      ))}
      {trust.codes.map((c) => (
        <div key={c.text} className="code-row">
          <Code {...c} label={`Code with the address ${c.text}`} />
          <code>{c.text}</code>
        </div>
      ))}
      <p className="fingerprint">
        Fingerprint <code>{trust.fingerprint}</code>
      </p>
    </div>
  );
}
