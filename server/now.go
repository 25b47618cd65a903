package server

import (
	"context"
	"encoding/json"
	"errors"
	"time"

	"apodemos/app"
	"apodemos/core/gear"
)

// First is what every page asks for first; it comes with the page, and saves it the way.
type First struct {
	Info      app.Info      `json:"info"`
	Catalogue app.Catalogue `json:"catalogue"`
	Trips     []app.Trip    `json:"trips"`
	Gear      []gear.Item   `json:"gear"`
	Now       app.Now       `json:"now"`
}

// first is First as JSON that may stand in a page, or null where something went wrong: then
// the page asks, and is told what.
func (s *server) first(ctx context.Context) []byte {
	var f First
	var err1 error
	f.Info, err1 = s.desk().Info(ctx)
	f.Catalogue = app.CatalogueNow()
	var err2, err3, err4 error
	f.Trips, err2 = s.Trips(ctx)
	f.Gear, err3 = s.Gear(ctx)
	f.Now, err4 = s.App.Now(ctx, app.NoTrip, time.Now())
	b, err5 := json.Marshal(f) // with < and > as escapes
	if errors.Join(err1, err2, err3, err4, err5) != nil {
		return []byte("null")
	}
	return b
}
