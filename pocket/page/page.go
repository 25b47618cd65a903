// Package page is a pocket as one file: what package app/files writes, with the first picture
// that package pocket works out.
package page

import (
	"context"

	"apodemos/app"
	"apodemos/app/files"
	"apodemos/pocket"
)

// File is a pocket with trips as one file; shell is the page that everything is in. Its error
// is files.ErrNoShell where the program was built without it.
func File(ctx context.Context, a app.App, trips []int64, shell []byte) (*files.File, error) {
	return files.PocketFile(ctx, a, trips, shell, func(ctx context.Context, c *app.Carried) (any, error) {
		s := files.Session()
		opened, err := pocket.Open(ctx, c, nil, pocket.Options{ID: s.ID, NewID: s.NewID, Now: s.Now})
		if err != nil {
			return nil, err
		}
		return opened.First(ctx), nil
	})
}
