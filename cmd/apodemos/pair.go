package main

import (
	"context"
	"fmt"
	"io"
	"net"
	"net/url"
	"strings"
	"time"

	"github.com/spf13/cobra"
	"rsc.io/qr"

	"apodemos/app"
	"apodemos/store"
)

// addresses are those that a listener is reached at from beyond its machine, by name and by
// number; none where it listens on loopback alone.
func addresses(at net.Addr, hosts []string, secure bool) []string {
	tcp, ok := at.(*net.TCPAddr)
	if !ok || tcp.IP.IsLoopback() {
		return nil
	}
	scheme := "http"
	if secure {
		scheme = "https"
	}
	var out []string
	add := func(host string) {
		out = append(out, scheme+"://"+net.JoinHostPort(host, fmt.Sprint(tcp.Port)))
	}
	for _, h := range hosts {
		add(h)
	}
	if !tcp.IP.IsUnspecified() {
		add(tcp.IP.String())
		return out
	}
	all, err := net.InterfaceAddrs()
	if err != nil {
		return out
	}
	for _, a := range all {
		if n, ok := a.(*net.IPNet); ok && n.IP.IsGlobalUnicast() && n.IP.To4() != nil {
			add(n.IP.String())
		}
	}
	return out
}

// loopback reports whether a listener can be reached only from this machine.
func loopback(at net.Addr) bool {
	tcp, ok := at.(*net.TCPAddr)
	return ok && tcp.IP.IsLoopback()
}

// hereAt returns a listener's address as this machine reaches it.
func hereAt(at net.Addr) string {
	tcp, ok := at.(*net.TCPAddr)
	if !ok || !tcp.IP.IsUnspecified() {
		return at.String()
	}
	return net.JoinHostPort("127.0.0.1", fmt.Sprint(tcp.Port))
}

// sayOwn shows how whoever starts a program that lets nobody in unpaired gets in: an address with a
// key for one device.
func sayOwn(ctx context.Context, w io.Writer, s *store.Store, here string, beyond []string) error {
	key, until, err := app.PairingKey(ctx, s)
	if err != nil {
		return err
	}
	fmt.Fprintf(w, "Only paired devices can connect, this machine’s browser too. Pair it until %s:\n  %s\n", until.Format("15:04"), app.PairURL(here, key))
	for _, b := range beyond {
		fmt.Fprintf(w, "  or from another device: %s\n", app.PairURL(b, key))
	}
	fmt.Fprintln(w, "The key pairs one device. For more, open Offline copy or run: apodemos pair")
	if len(beyond) == 0 {
		return nil
	}
	return drawCode(w, app.PairURL(beyond[0], key))
}

// sayPairing shows how a phone is paired: an address, a key and a code for its camera.
func sayPairing(ctx context.Context, w io.Writer, s *store.Store, bases []string) error {
	key, until, err := app.PairingKey(ctx, s)
	if err != nil {
		return err
	}
	at := app.PairURL(bases[0], key)
	fmt.Fprintf(w, "\nOther devices must be paired. Pair one until %s:\n  %s\n  key %s\n", until.Format("15:04"), at, key)
	for _, b := range bases[1:] {
		fmt.Fprintf(w, "  or at %s\n", b)
	}
	return drawCode(w, at)
}

// drawCode draws a code with half blocks, two rows of it in one of the terminal.
func drawCode(w io.Writer, text string) error {
	c, err := qr.Encode(text, qr.L)
	if err != nil {
		return err
	}
	const quiet = 2
	dark := func(x, y int) bool {
		return x >= 0 && y >= 0 && x < c.Size && y < c.Size && c.Black(x, y)
	}
	var b strings.Builder
	for y := -quiet; y < c.Size+quiet; y += 2 {
		for x := -quiet; x < c.Size+quiet; x++ {
			// Light on dark ground: terminals are mostly dark, and a camera wants light round it.
			switch up, down := dark(x, y), dark(x, y+1); {
			case up && down:
				b.WriteString(" ")
			case up:
				b.WriteString("▄")
			case down:
				b.WriteString("▀")
			default:
				b.WriteString("█")
			}
		}
		b.WriteByte('\n')
	}
	_, err = io.WriteString(w, "\n"+b.String()+"\n")
	return err
}

func pairCommand() *cobra.Command {
	var data, at string
	var list bool
	var letGo int64
	c := &cobra.Command{
		Use:     "pair",
		Short:   "Make a key to pair one device, or list and remove devices",
		Long:    `Makes a key that pairs one device for ten minutes; it replaces the last one. With --at it shows the address with the key in it, as a code for a camera.`,
		Example: `  apodemos pair --at https://kettle.home:8466`,
		Args:    cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			s, err := opened(c, data)
			if err != nil {
				return err
			}
			defer s.Close()
			w := c.OutOrStdout()
			switch {
			case letGo > 0:
				if err := s.RevokeDevice(c.Context(), letGo); err != nil {
					return fmt.Errorf("--let-go: there is no device %d; see --list", letGo)
				}
				fmt.Fprintln(w, "Removed: it can no longer connect.")
			case list:
				devices, err := s.Devices(c.Context())
				if err != nil {
					return err
				}
				if len(devices) == 0 {
					fmt.Fprintln(w, "No device is paired.")
				}
				for _, d := range devices {
					fmt.Fprintf(w, "%d  %s  paired %s  last seen %s\n", d.ID, d.Name, d.PairedAt, d.SeenAt)
				}
			case at != "":
				u, err := url.Parse(at)
				if err != nil || u.Host == "" || u.Scheme != "http" && u.Scheme != "https" {
					return fmt.Errorf("--at: %q is not an address. Enter one such as https://kettle.home:8466", at)
				}
				return sayPairing(c.Context(), w, s, []string{u.Scheme + "://" + u.Host})
			default:
				key, until, err := app.PairingKey(c.Context(), s)
				if err != nil {
					return err
				}
				fmt.Fprintf(w, "%s (until %s)\n", key, until.Local().Format(time.TimeOnly))
			}
			return nil
		},
	}
	c.Flags().StringVar(&data, "data", dataDir("apodemos"), "directory that holds the database")
	c.Flags().StringVar(&at, "at", "", "address that the device reaches the program at")
	c.Flags().BoolVar(&list, "list", false, "list the paired devices")
	c.Flags().Int64Var(&letGo, "let-go", 0, "remove the device with this number")
	return c
}
