package store

import (
	"context"
	"os"
	"path/filepath"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"apodemos/app"
	"apodemos/core/brew"
	"apodemos/core/taste"
)

func ptr[T any](v T) *T { return &v }

// kept is a store with what can be done with it.
type kept struct {
	*Store
	app.App
}

func (k *kept) ID(ctx context.Context) (string, error) { return k.Store.ID(ctx) }

func opened(ctx context.Context, dir string) (*kept, error) {
	s, err := Open(ctx, dir)
	return &kept{s, app.New(s)}, err
}

func open(t *testing.T, dir string) *kept {
	s, err := opened(context.Background(), dir)
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	return s
}

func planned(t *testing.T, r brew.Request) *brew.Plan {
	p, err := brew.Compute(r)
	require.NoError(t, err)
	return p
}

// fill makes a trip with one stop and one brew.
func fill(t *testing.T, s *kept) (trip, stop int64, b app.Brew) {
	ctx := context.Background()
	trip, err := s.AddTrip(ctx, app.Trip{TripIn: app.TripIn{Name: "Moor", People: 2}})
	require.NoError(t, err)
	conditions := brew.Conditions{Place: brew.Place{AltitudeM: ptr(900.0), AirC: ptr(4.0)}}
	stop, err = s.AddStop(ctx, app.Stop{TripID: trip, StopIn: app.StopIn{Spot: app.Spot{Name: "Hut", TimeZone: "UTC"}, Position: 1, Day: 1, Conditions: conditions}})
	require.NoError(t, err)
	r := brew.Request{Conditions: conditions, Method: "cone", Drinkers: ptr(2.0)}
	b, err = s.AddBrew(ctx, app.Brew{StopID: stop, Name: "Early", At: "06:00", Request: r}, planned(t, r))
	require.NoError(t, err)
	return trip, stop, b
}

func TestWhatIsStoredIsThereAgain(t *testing.T) {
	ctx := context.Background()
	dir := t.TempDir()
	s := open(t, dir)
	trip, _, b := fill(t, s)
	l, err := s.AddLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-05T06:10:00Z", Noted: app.Noted{Tasting: taste.Tasting{SourBitter: new(-2.0), Mark: new(7.0), Words: "thin"}}})
	require.NoError(t, err)
	require.NoError(t, s.Close())

	again := open(t, dir)
	got, err := again.Brew(ctx, b.ID)
	require.NoError(t, err)
	b.Tastings = 1 // since then
	assert.Equal(t, b, got)
	log, err := again.Log(ctx, trip)
	require.NoError(t, err)
	assert.Equal(t, []app.LogEntry{l}, log)
	assert.Equal(t, "four-pulses", log[0].School)
	p, err := again.Plan(ctx, l.PlanID)
	require.NoError(t, err)
	assert.Equal(t, brew.Version, p.CoreVersion)
	assert.Equal(t, *planned(t, b.Request).DoseG, *p.Plan.DoseG)
}

func TestABrewFollowsItsStopWhereItHasNoWishOfItsOwn(t *testing.T) {
	ctx := context.Background()
	s := open(t, t.TempDir())
	_, stopID, b := fill(t, s)
	b.Request.Place.AirC = ptr(-7.0) // the brew's own
	b, err := s.SetBrew(ctx, b, planned(t, b.Request))
	require.NoError(t, err)

	stop, err := s.Stop(ctx, stopID)
	require.NoError(t, err)
	stop.Conditions.Place = brew.Place{AltitudeM: ptr(1200.0), AirC: ptr(9.0), WindMs: ptr(3.0)}
	require.NoError(t, s.SetStop(ctx, stop))
	got, err := s.Brew(ctx, b.ID)
	require.NoError(t, err)
	assert.Equal(t, brew.Place{AltitudeM: ptr(1200.0), AirC: ptr(-7.0), WindMs: ptr(3.0)}, got.Request.Place)

	// Taking away what the stop says is a wish too.
	got.Request.Place.WindMs = nil
	got, err = s.SetBrew(ctx, got, planned(t, got.Request))
	require.NoError(t, err)
	assert.Nil(t, got.Request.Place.WindMs)
}

func TestTwoChangesAtOnceDoNotOverwrite(t *testing.T) {
	ctx := context.Background()
	s := open(t, t.TempDir())
	_, _, b := fill(t, s)
	_, err := s.SetBrew(ctx, b, planned(t, b.Request))
	require.NoError(t, err)
	_, err = s.SetBrew(ctx, b, planned(t, b.Request))
	assert.ErrorIs(t, err, app.ErrConflict)
}

func TestALogKeepsThePlanThatWasBrewed(t *testing.T) {
	ctx := context.Background()
	s := open(t, t.TempDir())
	_, _, b := fill(t, s)
	require.NoError(t, second(s.SetRun(ctx, b.ID, app.Run{PlanID: b.PlanID, ZeroMs: 1, Done: []app.StepRun{}})))
	b.Request.Drinkers = ptr(3.0)
	changed, err := s.SetBrew(ctx, b, planned(t, b.Request))
	require.NoError(t, err)
	l, err := s.AddLog(ctx, app.LogEntry{BrewID: b.ID, BrewedAt: "2026-09-05T06:10:00Z", Noted: mark(5)})
	require.NoError(t, err)
	assert.Equal(t, b.PlanID, l.PlanID)
	assert.NotEqual(t, changed.PlanID, l.PlanID)
	_, err = s.Run(ctx, b.ID)
	assert.ErrorIs(t, err, app.ErrNotFound, "the run is over")
}

func TestDeletedThingsComeBackWithAllThatIsInThem(t *testing.T) {
	ctx := context.Background()
	s := open(t, t.TempDir())
	trip, stop, b := fill(t, s)
	require.NoError(t, s.Delete(ctx, app.KindStop, stop))
	_, err := s.Brew(ctx, b.ID)
	assert.ErrorIs(t, err, app.ErrNotFound)
	require.NoError(t, s.Restore(ctx, app.KindStop, stop))
	_, err = s.Brew(ctx, b.ID)
	assert.NoError(t, err)
	require.NoError(t, s.Delete(ctx, app.KindTrip, trip))
	assert.ErrorIs(t, s.Delete(ctx, app.KindTrip, trip), app.ErrNotFound)
	require.NoError(t, s.Restore(ctx, app.KindTrip, trip))
}

func TestAFileThatIsNoDatabaseIsRefusedAndLeftAlone(t *testing.T) {
	dir := t.TempDir()
	path := filepath.Join(dir, FileName)
	require.NoError(t, os.WriteFile(path, []byte("a shopping list"), 0o600))
	_, err := Open(context.Background(), dir)
	require.Error(t, err)
	assert.Contains(t, err.Error(), "is not an Apodemos database")
	assert.NotContains(t, err.Error(), "\n")
	b, _ := os.ReadFile(path)
	assert.Equal(t, "a shopping list", string(b))
}

func TestABackupRestores(t *testing.T) {
	ctx := context.Background()
	s := open(t, t.TempDir())
	trip, _, _ := fill(t, s)
	other := t.TempDir()
	require.NoError(t, s.Backup(ctx, filepath.Join(other, FileName)))
	assert.Error(t, s.Backup(ctx, filepath.Join(other, FileName)), "never over a file that is there")
	restored := open(t, other)
	brews, err := restored.Brews(ctx, trip)
	require.NoError(t, err)
	assert.Len(t, brews, 1)
}

func TestManyWritersMeetNoBusyError(t *testing.T) {
	ctx := context.Background()
	s := open(t, t.TempDir())
	_, _, b := fill(t, s)
	var wg sync.WaitGroup
	for i := range 8 {
		wg.Go(func() {
			for range 5 {
				assert.NoError(t, second(s.SetRun(ctx, b.ID, app.Run{PlanID: b.PlanID, Step: i, Done: []app.StepRun{}})))
			}
		})
	}
	wg.Wait()
}

// second is the error of two.
func second[T any](_ T, err error) error { return err }
