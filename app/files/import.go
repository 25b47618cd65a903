// Package files brings trips in, and takes them out, in open formats.
package files

import (
	"bufio"
	"context"
	"fmt"
	"io"
	"strings"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/formats"
	"apodemos/instruments"
)

// Simulated is the name by which the made-up terrain is asked for.
const Simulated = "simulated"

// Reading is how a file is to be read.
type Reading struct {
	Terrain   string  // Simulated, or empty: what is not in the file is not known
	HoursADay float64 // of walking, where the file has no times; 0 for formats.DefaultHours
}

// Preview tells a file's format by how it begins, and reads it. Its error is brew.Problems
// for how it is to be read.
func Preview(r io.Reader, how Reading) (formats.Proposal, error) {
	opt := formats.Options{HoursADay: how.HoursADay}
	switch how.Terrain {
	case "":
	case Simulated:
		opt.Terrain = instruments.Terrain{Seed: app.TerrainSeed}
	default:
		return formats.Proposal{}, brew.Problems{{Field: "terrain", Value: how.Terrain, Message: fmt.Sprintf("%q is not known. Enter %s (made up), or leave it out", how.Terrain, Simulated)}}
	}
	if h := how.HoursADay; h != 0 && !(h >= formats.MinHours && h <= formats.MaxHours) {
		return formats.Proposal{}, brew.Problems{{Field: "hours", Value: h, Message: fmt.Sprintf("%g h is out of range. Enter %d to %d h", h, formats.MinHours, formats.MaxHours)}}
	}
	in := bufio.NewReader(formats.UTF8(r))
	start, _ := in.Peek(256)
	text := strings.TrimLeft(strings.TrimPrefix(string(start), "\xef\xbb\xbf"), " \t\r\n")
	switch {
	case len(start) == 0:
		return formats.Proposal{}, &formats.FormatError{Kind: "File", What: "it is empty. Choose a GPX file, a trip file or a CSV file of stops"}
	case strings.HasPrefix(text, "<"):
		g, err := formats.ReadGPX(in)
		if err != nil {
			return formats.Proposal{}, err
		}
		return g.Propose(opt), nil
	case strings.HasPrefix(text, "{"):
		f, err := formats.ReadTrip(in)
		return asProposal(f, "stop of the file", err)
	}
	f, err := formats.ReadStops(in)
	return asProposal(f, "line of the file", err)
}

func asProposal(f formats.TripFile, kind string, err error) (formats.Proposal, error) {
	p := formats.Proposal{Trip: f, Way: []formats.WayPoint{}, Said: []string{}, Kinds: []string{}, Keep: []bool{}}
	if err != nil {
		return p, err
	}
	if _, err := f.Trip(); err != nil {
		return p, err
	}
	for range f.Stops {
		p.Kinds = append(p.Kinds, kind)
		p.Keep = append(p.Keep, true)
	}
	return p, nil
}

// Import reads a file and keeps its trip, or nothing. It returns what was kept and what
// was assumed.
func Import(ctx context.Context, a app.App, r io.Reader, how Reading) (t app.Trip, said []string, err error) {
	p, err := Preview(r, how)
	if err != nil {
		return app.Trip{}, nil, err
	}
	read, err := p.Kept().Trip()
	if err != nil {
		return app.Trip{}, nil, err
	}
	t, err = a.Keep(ctx, read)
	return t, p.Said, err
}
