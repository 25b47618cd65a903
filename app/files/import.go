// Package files brings trips in, and takes them out, in open formats.
package files

import (
	"bufio"
	"context"
	"io"
	"strings"

	"apodemos/app"
	"apodemos/formats"
	"apodemos/instruments"
)

// Preview tells a file's format by how it begins, and reads it.
func Preview(r io.Reader) (formats.Proposal, error) {
	in := bufio.NewReader(r)
	start, _ := in.Peek(256)
	text := strings.TrimLeft(strings.TrimPrefix(string(start), "\xef\xbb\xbf"), " \t\r\n")
	switch {
	case len(start) == 0:
		return formats.Proposal{}, &formats.FormatError{Kind: "File", What: "it is empty; allowed: GPX, a trip file or CSV of stops"}
	case strings.HasPrefix(text, "<"), strings.HasPrefix(text, "\xff\xfe"), strings.HasPrefix(text, "\xfe\xff"):
		g, err := formats.ReadGPX(in)
		if err != nil {
			return formats.Proposal{}, err
		}
		return g.Propose(instruments.Terrain{Seed: app.TerrainSeed}), nil
	case strings.HasPrefix(text, "{"):
		f, err := formats.ReadTrip(in)
		return asProposal(f, "stop of the file", err)
	}
	f, err := formats.ReadStops(in)
	return asProposal(f, "line of the file", err)
}

func asProposal(f formats.TripFile, kind string, err error) (formats.Proposal, error) {
	p := formats.Proposal{Trip: f, Profile: [][2]float64{}, Said: []string{}, Kinds: []string{}}
	if err != nil {
		return p, err
	}
	if _, err := f.Trip(); err != nil {
		return p, err
	}
	for range f.Stops {
		p.Kinds = append(p.Kinds, kind)
	}
	return p, nil
}

// Import reads a file and keeps its trip, or nothing. It returns what was kept and what
// was assumed.
func Import(ctx context.Context, a app.App, r io.Reader) (t app.Trip, said []string, err error) {
	p, err := Preview(r)
	if err != nil {
		return app.Trip{}, nil, err
	}
	read, err := p.Trip.Trip()
	if err != nil {
		return app.Trip{}, nil, err
	}
	t, err = a.Keep(ctx, read)
	return t, p.Said, err
}
