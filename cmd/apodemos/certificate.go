package main

import (
	"fmt"
	"io"
	"net"
	"slices"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"apodemos/server/certificate"
)

// renewSoon is from when on before its end a certificate is said to end.
const renewSoon = 30 * 24 * time.Hour

func certificateCommand() *cobra.Command {
	var data string
	var hosts, addresses []string
	var renew bool
	c := &cobra.Command{
		Use:   "certificate",
		Short: "Make a certificate that phones on your network can trust",
		Long: `Makes a certificate for this machine's names and addresses, for a year, with a small
authority that phones are told to trust. The authority signs this one certificate; its key
is then gone. For a new address, and after a year, make a new one: each phone must trust it again.
"apodemos serve" uses the certificate when it listens beyond this machine.`,
		Example: `  apodemos certificate --host kettle.home`,
		Args:    cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			w := c.OutOrStdout()
			old, err := certificate.Load(data)
			if err != nil && !renew {
				return err
			}
			if old != nil && !renew {
				sayCertificate(w, old)
				fmt.Fprintln(w, "It stays. --renew makes a new one, which every phone must trust again.")
				return nil
			}
			ips, err := addressesFor(addresses)
			if err != nil {
				return err
			}
			m, err := certificate.Make(hosts, ips, time.Now())
			if err != nil {
				return fmt.Errorf("--host: %w", err)
			}
			if err := m.Save(data); err != nil {
				return fmt.Errorf("--data: %w", err)
			}
			sayCertificate(w, m)
			if old != nil {
				fmt.Fprintln(w, "The one before is replaced: every phone must trust this one, and can forget the other.")
			}
			fmt.Fprintln(w, "Next: apodemos serve --listen 0.0.0.0:8466, then open Offline copy here and scan the first code with the phone.")
			return nil
		},
	}
	c.Flags().StringVar(&data, "data", dataDir("apodemos"), "directory that holds the database")
	c.Flags().StringArrayVar(&hosts, "host", nil, "host name of this machine; may be repeated")
	c.Flags().StringArrayVar(&addresses, "address", nil, "IP address of this machine; all that it has when left out")
	c.Flags().BoolVar(&renew, "renew", false, "replace the certificate there is; every phone must trust the new one")
	return c
}

// addressesFor are the addresses that a certificate is made for.
func addressesFor(said []string) ([]net.IP, error) {
	var out []net.IP
	for _, a := range said {
		ip := net.ParseIP(a)
		if ip == nil {
			return nil, fmt.Errorf("--address: %q is not an IP address. Enter one such as 192.168.1.20", a)
		}
		out = append(out, ip)
	}
	if len(said) > 0 {
		return out, nil
	}
	all, err := net.InterfaceAddrs()
	if err != nil {
		return nil, err
	}
	for _, a := range all {
		if n, ok := a.(*net.IPNet); ok && n.IP.IsGlobalUnicast() && n.IP.To4() != nil {
			out = append(out, n.IP)
		}
	}
	return out, nil
}

func sayCertificate(w io.Writer, m *certificate.Made) {
	fmt.Fprintf(w, "The certificate is for %s, until %s.\n", strings.Join(m.For(), ", "), m.Until.Local().Format("2 January 2006"))
	fmt.Fprintln(w, "SHA-256 fingerprint of its authority, which the phone shows too:")
	pairs := strings.Fields(m.Fingerprint())
	for part := range slices.Chunk(pairs, 16) {
		fmt.Fprintln(w, "  "+strings.Join(part, " "))
	}
}

// sayStale says what of a certificate no longer fits: before a phone finds out.
func sayStale(w io.Writer, m *certificate.Made, addresses []string, now time.Time) {
	const renewed = "Make a new one with: apodemos certificate --renew. Each phone must trust it again."
	switch left := m.Until.Sub(now); {
	case left <= 0:
		fmt.Fprintf(w, "The certificate ended on %s: phones can’t connect. %s\n", m.Until.Local().Format("2 January 2006"), renewed)
	case left < renewSoon:
		fmt.Fprintf(w, "The certificate ends on %s. %s\n", m.Until.Local().Format("2 January 2006"), renewed)
	}
	for _, base := range addresses {
		host, _, err := net.SplitHostPort(strings.TrimPrefix(base, "https://"))
		if err == nil && !m.Covers(host) {
			fmt.Fprintf(w, "The certificate is not for %s: phones can’t connect there. %s\n", host, renewed)
		}
	}
}
