package api

import (
	"context"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
)

// paced is turns over a clock of the test's own.
func paced(places int) (*turns, func(time.Duration)) {
	now := time.Date(2026, 11, 26, 9, 0, 0, 0, time.UTC)
	t := newTurns(places)
	t.now = func() time.Time { return now }
	return t, func(d time.Duration) { now = now.Add(d) }
}

// queued lets somebody wait and says when the place was got.
func queued(t *testing.T, turns *turns, who string, edit bool, got chan<- string) {
	t.Helper()
	before := turns.length()
	go func() {
		if _, err := turns.take(context.Background(), who, edit); err == nil {
			got <- who
		}
	}()
	require.Eventually(t, func() bool { return turns.length() == before+1 }, time.Second, time.Millisecond)
}

func TestAnEditGoesFirstAndThenWhoUsedLeast(t *testing.T) {
	t.Parallel()
	turns, pass := paced(1)
	leave, err := turns.take(context.Background(), "busy", false)
	require.NoError(t, err)
	editing, err := turns.take(context.Background(), "first editor", true)
	require.NoError(t, err, "a place waits for edits while the others answer questions")
	pass(300 * time.Millisecond)
	got := make(chan string, 10)
	queued(t, turns, "busy", false, got)
	queued(t, turns, "first new", false, got)
	queued(t, turns, "second new", false, got)
	queued(t, turns, "editor", true, got)
	leave()
	require.Equal(t, "editor", <-got)
	editing()
	require.Equal(t, 3, turns.length(), "no question takes the last place")
	for _, want := range []string{"first new", "second new", "busy"} {
		turns.mu.Lock()
		turns.back()
		turns.mu.Unlock()
		require.Equal(t, want, <-got)
	}
}

// Who edits without end has no more than the others.
func TestEditsWithoutEndAreNoWayRound(t *testing.T) {
	t.Parallel()
	turns, pass := paced(1)
	for range 30 {
		leave, err := turns.take(context.Background(), "flood", true)
		require.NoError(t, err)
		pass(200 * time.Millisecond)
		leave()
	}
	leave, err := turns.take(context.Background(), "somebody", false)
	require.NoError(t, err)
	got := make(chan string, 2)
	queued(t, turns, "flood", true, got)
	queued(t, turns, "planner", false, got)
	leave()
	require.Equal(t, "planner", <-got)
	require.Equal(t, 1, turns.length())
	pass(time.Minute) // and it is forgotten
	require.Less(t, turns.of("flood", turns.now()).seconds, 0.1)
}

// Whoever gives up waiting leaves the line, and no place is lost.
func TestWhoGivesUpLeavesTheLine(t *testing.T) {
	t.Parallel()
	turns := newTurns(1)
	leave, err := turns.take(context.Background(), "a", false)
	require.NoError(t, err)
	for i := range 50 {
		ctx, cancel := context.WithTimeout(context.Background(), time.Millisecond)
		_, err := turns.take(ctx, fmt.Sprint(i), false)
		require.ErrorIs(t, err, context.DeadlineExceeded)
		cancel()
	}
	require.Zero(t, turns.length())
	leave()
	leave, err = turns.take(context.Background(), "b", false)
	require.NoError(t, err)
	leave()
	require.Equal(t, 2, turns.free)
}
