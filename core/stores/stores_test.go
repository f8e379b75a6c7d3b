package stores_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/stores"
	"graybridge/core/unit"
)

func TestWhatIsPrintedDecides(t *testing.T) {
	can := func(what string) stores.StockItem {
		return stores.StockItem{Kind: stores.Capacitor, What: what, Free: 1}
	}
	want := stores.Want{Kind: stores.Capacitor, Microfarad: 40, Volts: 400}
	for what, does := range map[string]bool{"40 µF 450 V film": true, "40µF 400VAC": true, "41 uF 440 V": true,
		"40\u00a0µF 450\u00a0V": true, "40 µF": false, "40 µF 250 V": false, "45 µF 450 V": false,
		"film": false, "45/5 µF 450 V": false,
		"40 µF 450 V start": false, "40 µF 450 V electrolytic": false, "40 µF 450 V DC": false,
		"40 µF 450 VDC": false, "restart spare 40 µF 450 V": false} {
		require.Equal(t, does, want.Does(can(what)), what)
	}
	breaker := stores.Want{Kind: stores.Breaker, Amps: 10}
	require.True(t, breaker.Does(stores.StockItem{Kind: stores.Breaker, What: "10 A two-pole, curve C"}))
	require.False(t, breaker.Does(stores.StockItem{Kind: stores.Breaker, What: "16 A two-pole, curve C"}),
		"a breaker is a size")
	contactor := stores.Want{Kind: stores.Contactor, Amps: 6.01}
	require.True(t, contactor.Does(stores.StockItem{Kind: stores.Contactor, What: "9 A AC-3, coil 230 V"}))
	require.False(t, contactor.Does(stores.StockItem{Kind: stores.Contactor, What: "4 A AC-3, coil 230 V"}))
	for what, does := range map[string]bool{"25 A AC-1": false, "25 A AC-1, 9 A AC-3": true,
		"AC-1 25 A, AC-3 4 A": false, "AC-3: 9 A": true, "9 A (AC-3)": true, "9 A": true, "coil 230 V": false} {
		require.Equal(t, does, contactor.Does(stores.StockItem{Kind: stores.Contactor, What: what}), what)
	}
	cable := stores.Want{Kind: stores.Cable, Conductor: unit.Conductor{AWG: 14}}
	require.True(t, cable.Does(stores.StockItem{Kind: stores.Cable, What: "12 AWG cord, 12-4"}), "a thicker one does")
	require.False(t, cable.Does(stores.StockItem{Kind: stores.Cable, What: "2.5 mm² three-core"}), "of another "+
		"system: never guessed")
	require.False(t, cable.Does(stores.StockItem{Kind: stores.Cable, What: "16 AWG"}), "beyond the table: not known")
	require.False(t, stores.Want{}.Does(can("40 µF 450 V")), "a part that stores are not asked for")
}

func TestOnlyWhatIsFreeIsOfferedAndOnesOwnFirst(t *testing.T) {
	want := stores.Want{Kind: stores.Breaker, Amps: 10}
	all := []stores.StockItem{{ID: "gone", Kind: stores.Breaker, What: "10 A", Count: 2},
		{ID: "free", Kind: stores.Breaker, What: "10 A", Count: 2, Free: 2},
		{ID: "mine", Kind: stores.Breaker, What: "16 A", Free: 0,
			Taken: []stores.TakenFor{{Machine: "m1", Part: "breaker", Count: 1}}}}
	got := stores.Fits(all, want, "m1", "breaker")
	require.Len(t, got, 2)
	require.Equal(t, "mine", got[0].ID, "what this job has taken stands first, whatever it is")
	require.Equal(t, "free", got[1].ID)
}

func TestTheDrawerIsTheRunCapacitorsThatAreFree(t *testing.T) {
	all := []stores.StockItem{{Kind: stores.Capacitor, What: "70 µF 440 V run", Free: 2},
		{Kind: stores.Capacitor, What: "100 µF 250 V start", Free: 3}, {Kind: stores.Capacitor, What: "20 µF 440 V",
			Free: 0},
		{Kind: stores.Capacitor, What: "7,5 µF 440 V", Free: 1}}
	require.Equal(t, "2×70, 7.5", stores.Capacitors(all, 24))
	require.Equal(t, "70", stores.Capacitors(all, 1))
	require.Equal(t, "2×70", stores.Capacitors(all, 2), "so many cans, not so many lines")
}

func TestPricesAndHours(t *testing.T) {
	prices, hours, readings := stores.PartsEntry{Prices: "Contactor: 38.50 €, corner shop\nbreaker: $9\nnothing here",
		Hours: "6 h"}.Read()
	require.Equal(t, stores.Priced{Price: "38.50 €", Shop: "corner shop"}, prices["contactor"])
	require.InDelta(t, 6, hours, 1e-9)
	require.NotEmpty(t, readings[2].Problem)
	amount, currency, ok := unit.Money(prices["breaker"].Price)
	require.True(t, ok)
	require.Equal(t, "$", currency)
	require.InDelta(t, 9, amount, 1e-9)
	for _, text := range []string{"12", "cheap", "", "12 € each or so"} {
		_, _, ok := unit.Money(text)
		require.False(t, ok, text)
	}
}

func TestALineIsRefusedWithWhatWouldDo(t *testing.T) {
	bad := stores.StockItem{Kind: "hat", What: " ", Count: -1, Place: string(make([]byte, 200))}.Check("line.")
	require.Len(t, bad, 4)
	for _, p := range bad {
		require.NotEmpty(t, p.Wanted, p.Path)
	}
}

func TestGlandsThatLieThereClampWhatIsPrinted(t *testing.T) {
	got := stores.Glands([]stores.StockItem{{Kind: stores.Gland, What: "M20, 6 to 12 mm", Free: 2},
		{Kind: stores.Gland, What: "M25: 11-17 mm", Free: 1}, {Kind: stores.Gland, What: "M16, 4 to 8 mm"},
		{Kind: stores.Gland, What: "big ones", Free: 4}, {Kind: stores.Other, What: "M32, 15 to 21 mm", Free: 1}})
	require.Len(t, got, 2, "free, a gland, and its range printed")
	require.Equal(t, "M20", got[0].Name)
	require.InDelta(t, 17, got[1].To, 1e-9)
}
