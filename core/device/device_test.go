package device_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"graybridge/core/device"
)

func TestAStateStandsBehindTheText(t *testing.T) {
	t.Parallel()
	for text, want := range map[string]device.Noted{
		"10 A":                          {Value: "10 A", State: device.Seen},
		"":                              {Value: "", State: device.Seen},
		"wanted":                        {State: device.Wanted},
		"Bought":                        {State: device.Bought},
		"10 A, wanted":                  {Value: "10 A", State: device.Wanted},
		"1.5 mm² wanted":                {Value: "1.5 mm²", State: device.Wanted},
		"10 A, bought 2026-11-30 Ada":   {Value: "10 A", State: device.Bought, Day: "2026-11-30", Who: "Ada"},
		"10 A; seen 2026-11-30 by Li Q": {Value: "10 A", State: device.Seen, Day: "2026-11-30", Who: "Li Q"},
		"10 A, seen by Ada":             {Value: "10 A", State: device.Seen, Who: "Ada"},
		"unwanted":                      {Value: "unwanted", State: device.Seen},
	} {
		value, n := device.Split(text)
		assert.Equal(t, want, n, text)
		assert.Equal(t, want.Value, value, text)
	}
	value, n, ok := device.SplitReading("5.1, 5.2, 5.1, read 2026-11-30 Ada B")
	assert.True(t, ok)
	assert.Equal(t, "5.1, 5.2, 5.1", value)
	assert.Equal(t, device.Noted{Value: value, State: device.Read, Day: "2026-11-30", Who: "Ada B"}, n)
	assert.Equal(t, "5.1, 5.2, 5.1, read 2026-11-30 Ada B", device.AsRead(value, "2026-11-30", "Ada B"))
	for _, text := range []string{"no sparks seen", "as read", "90 MΩ, read yesterday", ""} {
		value, _, ok := device.SplitReading(text)
		assert.False(t, ok, text)
		assert.Equal(t, text, value)
	}
	assert.Equal(t, "10 A, wanted", device.As("10 A", device.Wanted))
	assert.Equal(t, "bought", device.As("", device.Bought))
}

func TestATickSaysWhatStoodThere(t *testing.T) {
	t.Parallel()
	assert.Equal(t, device.Tick{ID: "row:P3.05"}, device.TickOf("row:P3.05"))
	assert.Equal(t, device.Tick{ID: "row:P3.05", Value: "4.70", Day: "2026-11-30", Who: "Ada"},
		device.TickOf("row:P3.05=4.70, read 2026-11-30 Ada"))
	ticks := []string{"row:a=1", "row:b", "row:a=2, read 2026-11-30 Ada"}
	assert.Equal(t, device.Set{Done: true, Day: "2026-11-30", Who: "Ada"}, device.SetOf(ticks, "row:a", "2"))
	assert.Equal(t, device.Set{Keyed: "2", Day: "2026-11-30", Who: "Ada"}, device.SetOf(ticks, "row:a", "1"),
		"the last counts")
	assert.Equal(t, device.Set{Done: true}, device.SetOf(ticks, "row:b", "7"))
	assert.Equal(t, device.Set{}, device.SetOf([]string{"row:ab"}, "row:a", ""))
}
