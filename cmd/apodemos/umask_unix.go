//go:build unix

package main

import "syscall"

// Files are readable by their owner only, whatever the shell's umask.
func init() { syscall.Umask(0o077) }
