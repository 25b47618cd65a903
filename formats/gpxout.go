package formats

import (
	"encoding/xml"
	"fmt"
	"io"
	"strings"

	"apodemos/core/trip"
)

type gpxOut struct {
	XMLName xml.Name   `xml:"gpx"`
	NS      string     `xml:"xmlns,attr"`
	Version string     `xml:"version,attr"`
	Creator string     `xml:"creator,attr"`
	Name    string     `xml:"metadata>name"`
	Points  []gpxPoint `xml:"wpt"`
	Route   *gpxRoute  `xml:"rte,omitempty"`
}

type gpxRoute struct {
	Name   string     `xml:"name"`
	Points []gpxPoint `xml:"rtept"`
}

type gpxPoint struct {
	Lat  float64  `xml:"lat,attr"`
	Lon  float64  `xml:"lon,attr"`
	Ele  *float64 `xml:"ele,omitempty"`
	Name string   `xml:"name"`
	Cmt  string   `xml:"cmt,omitempty"`
	Desc string   `xml:"desc,omitempty"`
}

// WriteGPX writes the stops that have coordinates as GPX 1.1: as waypoints, and
// as a route through them. It returns how many have none.
func WriteGPX(w io.Writer, t trip.Trip, r *trip.Result) (without int, err error) {
	g := gpxOut{NS: "http://www.topografix.com/GPX/1/1", Version: "1.1", Creator: "Apodemos", Name: t.Name}
	for i, s := range t.Stops {
		if s.Facts.Lat == nil || s.Facts.Lon == nil {
			without++
			continue
		}
		p := gpxPoint{Lat: *s.Facts.Lat, Lon: *s.Facts.Lon, Ele: s.Conditions.Place.AltitudeM, Name: s.Name}
		p.Desc = fmt.Sprintf("Day %d. Water boils at %.1f °C.", s.Day, r.Stops[i].BoilC)
		if r.Stops[i].Unplaced {
			p.Desc = fmt.Sprintf("Day %d. Altitude not known.", s.Day)
		}
		for _, x := range trip.Texts {
			switch text := *x.In(&s.Spot); {
			case text == "":
			case x.Path == "note":
				p.Desc += " " + text
			default: // a line each, known again by what is before it
				p.Cmt = strings.TrimPrefix(p.Cmt+"\n"+x.Label+": "+strings.ReplaceAll(text, "\n", " "), "\n")
			}
		}
		g.Points = append(g.Points, p)
	}
	if len(g.Points) > 1 {
		g.Route = &gpxRoute{Name: t.Name}
		for _, p := range g.Points {
			p.Cmt, p.Desc = "", ""
			g.Route.Points = append(g.Route.Points, p)
		}
	}
	if _, err := io.WriteString(w, xml.Header); err != nil {
		return without, err
	}
	e := xml.NewEncoder(w)
	e.Indent("", "  ")
	if err := e.Encode(g); err != nil {
		return without, err
	}
	_, err = io.WriteString(w, "\n")
	return without, err
}
