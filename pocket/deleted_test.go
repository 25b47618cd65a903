package pocket_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
)

// A cup that was drunk stays in the log, whatever becomes of its brew, its stop or its trip, and
// says so; deleted itself it is gone.
func TestACupStaysWhenItsStopGoes(t *testing.T) {
	for _, kind := range []string{app.KindBrew, app.KindStop, app.KindTrip} {
		both(t, func(t *testing.T, a app.App) {
			ctx := t.Context()
			id, stop, b := aTrip(t, a)
			l, err := a.WriteLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-05T06:10:00Z"})
			require.NoError(t, err)
			require.NoError(t, a.Delete(ctx, kind, map[string]int64{app.KindBrew: b.ID, app.KindStop: stop, app.KindTrip: id}[kind]))
			log, err := a.Log(ctx, app.AllTrips)
			require.NoError(t, err)
			require.Len(t, log, 1, kind)
			assert.Equal(t, "Hut", log[0].StopName, "it keeps the place's name")
			assert.True(t, log[0].Gone)
			of, err := a.Log(ctx, id)
			require.NoError(t, err)
			assert.Len(t, of, 1, "among its trip's, too")
			one, err := a.LogEntry(ctx, l.ID)
			require.NoError(t, err)
			assert.Equal(t, log[0], one)
			require.NoError(t, a.Delete(ctx, app.KindLog, l.ID))
			log, err = a.Log(ctx, app.AllTrips)
			require.NoError(t, err)
			assert.Empty(t, log)
		})
	}
}

// A split that is undone loses no cup.
func TestUndoingASplitLosesNoCup(t *testing.T) {
	both(t, func(t *testing.T, a app.App) {
		ctx := t.Context()
		id, stop, _ := aTrip(t, a)
		second, err := a.SplitStop(ctx, stop, 1)
		require.NoError(t, err)
		brews, err := a.Brews(ctx, id)
		require.NoError(t, err)
		require.Len(t, brews, 2)
		_, err = a.WriteLog(ctx, app.LogEntry{BrewID: brews[1].ID, BrewedAt: "2026-09-06T06:10:00Z"})
		require.NoError(t, err)
		require.NoError(t, a.JoinStops(ctx, stop, second.ID))
		log, err := a.Log(ctx, id)
		require.NoError(t, err)
		assert.Len(t, log, 1)
	})
}

// What was deleted is listed for every kind with its name, for 90 days and then where it is asked
// for, and can be restored.
func TestWhatWasDeletedIsListed(t *testing.T) {
	both(t, func(t *testing.T, a app.App) {
		ctx := t.Context()
		id, stop, b := aTrip(t, a)
		l, err := a.WriteLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-05T06:10:00Z"})
		require.NoError(t, err)
		require.NoError(t, a.Delete(ctx, app.KindLog, l.ID))
		require.NoError(t, a.Delete(ctx, app.KindBrew, b.ID))
		require.NoError(t, a.Delete(ctx, app.KindStop, stop))
		require.NoError(t, a.Delete(ctx, app.KindTrip, id))
		now := time.Now()
		out, err := a.DeletedRecords(ctx, false, now)
		require.NoError(t, err)
		names := map[string]string{}
		for _, x := range out.Records {
			names[x.Kind] = x.Name
			assert.NotEmpty(t, x.DeletedAt)
			switch x.Kind {
			case app.KindBrew:
				assert.Equal(t, "Hut", x.Within)
			case app.KindTrip, app.KindLog:
				assert.Empty(t, x.Within)
			}
		}
		assert.Equal(t, map[string]string{app.KindTrip: "Ice", app.KindStop: "Hut", app.KindBrew: "Early, Hut", app.KindLog: "Early, Hut, 2026-09-05"}, names)
		later := now.Add(91 * 24 * time.Hour)
		out, err = a.DeletedRecords(ctx, false, later)
		require.NoError(t, err)
		assert.Empty(t, out.Records)
		assert.Equal(t, 4, out.Older)
		out, err = a.DeletedRecords(ctx, true, later)
		require.NoError(t, err)
		assert.Len(t, out.Records, 4)
		for _, x := range out.Records {
			require.NoError(t, a.Restore(ctx, x.Kind, x.ID), fmt.Sprint(x))
		}
		_, err = a.Brew(ctx, b.ID)
		require.NoError(t, err)
		out, err = a.DeletedRecords(ctx, false, now)
		require.NoError(t, err)
		assert.Empty(t, out.Records)
	})
}
