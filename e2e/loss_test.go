package e2e

import (
	"strings"
	"syscall"
	"testing"
	"unsafe"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// limitFiles lets a program write no file beyond some bytes, as a full disk would;
// the reader of this test needs Linux.
func limitFiles(t *testing.T, pid int, bytes uint64) {
	t.Helper()
	limit := syscall.Rlimit{Cur: bytes, Max: ^uint64(0)}
	_, _, errno := syscall.RawSyscall6(syscall.SYS_PRLIMIT64, uintptr(pid), uintptr(1), uintptr(unsafe.Pointer(&limit)), 0, 0, 0) // RLIMIT_FSIZE
	require.Zero(t, errno)
}

// With a full disk the page says so and keeps what was typed; with room again the
// same change is saved.
func TestAFullDiskIsToldAndNothingIsLost(t *testing.T) {
	t.Parallel()
	app := start(t, t.TempDir())
	p := sit(t, app.base)
	p.open("/trips/1/stops/5/brews/9")
	p.see("Boils here at")
	p.fill("People", "3")
	p.see("Not saved yet")
	limitFiles(t, app.cmd.Process.Pid, 1)
	p.expectError("507")
	p.click("Save")
	p.see("There is no room left on the disk. Nothing was changed; make room and try again.")
	assert.Equal(t, "3", p.js(`document.querySelector("#field-drinkers").value`), "what was typed is there")
	p.see("Not saved yet")

	limitFiles(t, app.cmd.Process.Pid, ^uint64(0))
	p.click("Save")
	p.see("Saved")
	p.open("/trips/1/stops/5/brews/9")
	p.see("Boils here at")
	p.until("see three people", func() bool { return strings.HasPrefix(p.says("Cups"), "3 ×") })
}
