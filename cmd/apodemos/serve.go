package main

import (
	"context"
	"crypto/tls"
	"errors"
	"fmt"
	"net"
	"net/http"
	"os"
	"runtime/debug"
	"slices"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"apodemos/demo"
	"apodemos/server"
	"apodemos/server/certificate"
	"apodemos/store"
)

type serveFlags struct {
	data, listen    string
	clockRate       float64
	tlsCert, tlsKey string
	hosts           []string
	accessLog       bool
	pairing         bool
	noBackups       bool
}

func (f *serveFlags) add(c *cobra.Command, data string) {
	c.Flags().StringVar(&f.data, "data", data, "directory that holds the database")
	c.Flags().StringVar(&f.listen, "listen", "127.0.0.1:8466", "address to listen on; beyond loopback, only paired devices can connect")
	c.Flags().StringVar(&f.tlsCert, "tls-cert", "", "certificate chain for HTTPS, PEM")
	c.Flags().StringVar(&f.tlsKey, "tls-key", "", "its private key, PEM")
	c.Flags().StringArrayVar(&f.hosts, "host", nil, "host name of this program, besides localhost and addresses; may be repeated")
	c.Flags().BoolVar(&f.pairing, "require-pairing", false, "require pairing, for this machine too; always so when listening beyond loopback")
	c.Flags().BoolVar(&f.noBackups, "no-backups", false, "make no daily backup in the data directory")
	c.Flags().BoolVar(&f.accessLog, "access-log", false, "write a line of JSON for each request on standard error")
	c.Flags().Float64Var(&f.clockRate, "clock-rate", 1, "run the guide's clock this many times faster than real time (1 to 1000)")
}

func serveCommand() *cobra.Command {
	var f serveFlags
	c := &cobra.Command{
		Use:   "serve",
		Short: "Serve the interface with your own data",
		Long: `Serves the interface on this machine. Your data is one SQLite file in the data
directory, created if missing. Stop with Ctrl+C.`,
		Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			return serve(c.Context(), f, false)
		},
	}
	f.add(c, dataDir("apodemos"))
	return c
}

func demoCommand() *cobra.Command {
	var f serveFlags
	var fresh bool
	c := &cobra.Command{
		Use:   "demo",
		Short: "Serve the interface with a demo trip",
		Long: `Serves the interface with the demo trip: nine invented stops from a ferry port to
a glacier and home by night train, with brews planned and tasted. Your
changes stay in its own data directory, apart from your own data.`,
		Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			kept, err := demo.Ready(c.Context(), f.data, fresh)
			if err != nil {
				return err
			}
			if kept != "" {
				fmt.Fprintf(c.OutOrStdout(), "The previous data is saved as %s.\n", kept)
			}
			return serve(c.Context(), f, true)
		},
	}
	f.add(c, dataDir("apodemos-demo"))
	c.Flags().BoolVar(&fresh, "fresh", false, "start with the demo trip as it was at first")
	return c
}

func backupCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use:   "backup FILE",
		Short: "Copy the database to FILE, even while Apodemos runs",
		Long:  `Writes a consistent copy of the database to a new file; "apodemos restore" puts it back.`,
		Args:  one("FILE", "a new file for the copy"),
		RunE: func(c *cobra.Command, args []string) error {
			if !store.Exists(data) {
				return fmt.Errorf("--data: there is no database in %s. Enter the directory with %s", data, store.FileName)
			}
			s, err := store.Open(c.Context(), data)
			if err != nil {
				return err
			}
			defer s.Close()
			return s.Backup(c.Context(), args[0])
		},
	}
	c.Flags().StringVar(&data, "data", dataDir("apodemos"), "directory that holds the database")
	return c
}

func restoreCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use:   "restore FILE",
		Short: "Restore the database from a backup",
		Long: `Checks a backup and puts it in the place of the database. Stop the program first.
The database that was there is kept beside it, under another name.`,
		Args: one("FILE", "a backup"),
		RunE: func(c *cobra.Command, args []string) error {
			plain := store.PlainCopy(args[0])
			kept, err := store.Restore(c.Context(), data, args[0])
			if err != nil {
				return err
			}
			if plain {
				fmt.Fprintln(c.ErrOrStderr(), "This copy was made while the database was in use: the last changes may be missing. Make backups with apodemos backup.")
			}
			fmt.Fprintf(c.OutOrStdout(), "Restored into %s.\n", data)
			if kept != "" {
				fmt.Fprintf(c.OutOrStdout(), "The previous data is saved as %s.\n", kept)
			}
			return nil
		},
	}
	c.Flags().StringVar(&data, "data", dataDir("apodemos"), "directory that holds the database")
	return c
}

// memoryLimit is what the program keeps to while it serves, in bytes.
const memoryLimit = 150 << 20

func serve(ctx context.Context, f serveFlags, isDemo bool) error {
	if !(f.clockRate >= 1 && f.clockRate <= 1000) {
		return fmt.Errorf("--clock-rate: %v is out of range. Enter 1 to 1000", f.clockRate)
	}
	if (f.tlsCert == "") != (f.tlsKey == "") {
		return errors.New("--tls-cert, --tls-key: one is missing. Enter both, or neither")
	}
	for _, h := range f.hosts {
		if h == "" || strings.ContainsAny(h, "/: *") {
			return fmt.Errorf("--host: %q is not a host name. Enter one such as kettle.home, without scheme or port", h)
		}
	}
	s, err := store.Open(ctx, f.data)
	if err != nil {
		return err
	}
	defer s.Close()
	l, err := net.Listen("tcp", f.listen)
	if err != nil {
		return fmt.Errorf("can’t listen on %s: %w. Stop the other copy, or give another address with --listen", f.listen, err)
	}
	opt := server.Options{Store: s, Full: store.IsFull, ClockRate: f.clockRate, Demo: isDemo, Devices: s, Hosts: f.hosts, ReadOnly: s.ReadOnly()}
	if f.accessLog {
		opt.AccessLog = os.Stderr
	}
	if s.ReadOnly() {
		fmt.Println("The data directory is read-only: you can look and back up, but changes aren’t saved.")
	}
	// A bound that the collector works towards; GOMEMLIMIT says another.
	if os.Getenv("GOMEMLIMIT") == "" {
		debug.SetMemoryLimit(memoryLimit)
	}
	if f.tlsCert != "" {
		cert, err := tls.LoadX509KeyPair(f.tlsCert, f.tlsKey)
		if err != nil {
			return fmt.Errorf("--tls-cert, --tls-key: %w", err)
		}
		l = tls.NewListener(l, &tls.Config{Certificates: []tls.Certificate{cert}, MinVersion: tls.VersionTLS12, NextProtos: []string{"http/1.1"}})
		opt.Secure = true
	}
	if f.tlsCert == "" && !loopback(l.Addr()) {
		own, err := certificate.Load(f.data)
		if err != nil {
			return err
		}
		if own != nil {
			cert, err := own.TLS()
			if err != nil {
				return err
			}
			l = server.Both(l, &tls.Config{Certificates: []tls.Certificate{cert}, MinVersion: tls.VersionTLS12, NextProtos: []string{"http/1.1"}})
			opt.Secure, opt.Trust = true, own
			for _, n := range own.Names {
				if n != certificate.Local && !slices.Contains(f.hosts, n) {
					f.hosts = append(f.hosts, n)
				}
			}
			opt.Hosts = f.hosts
		}
	}
	opt.Addresses = addresses(l.Addr(), f.hosts, opt.Secure)
	opt.Strict = f.pairing || !loopback(l.Addr())
	scheme := "http"
	if opt.Secure {
		scheme = "https"
	}
	fmt.Printf("Apodemos is at %s://%s (data in %s). Stop with Ctrl+C.\n", scheme, l.Addr(), f.data)
	if opt.Strict {
		// Whatever passes requests on from elsewhere looks as if it were here: this machine pairs, too.
		here := scheme + "://" + hereAt(l.Addr())
		if opt.Trust != nil {
			here = "http://" + hereAt(l.Addr()) // this machine need not trust itself
		}
		if err := sayOwn(ctx, os.Stdout, s, here, opt.Addresses); err != nil {
			return err
		}
	}
	if opt.Trust != nil {
		sayStale(os.Stdout, opt.Trust, opt.Addresses, time.Now())
		for _, a := range opt.Addresses {
			fmt.Printf("A phone first trusts the certificate at http://%s/trust\n", strings.TrimPrefix(a, "https://"))
		}
	}
	if len(opt.Addresses) > 0 {
		if !opt.Secure {
			fmt.Println("Without HTTPS others on the network can read along, and phones can’t install Apodemos or keep their screens on. Make a certificate with: apodemos certificate")
		}
	}
	if !f.noBackups && !isDemo {
		go s.KeepDaily(ctx, f.data, func(line string) { fmt.Println(line) })
	}
	err = server.Serve(ctx, l, opt)
	if errors.Is(err, http.ErrServerClosed) {
		return nil
	}
	return err
}
