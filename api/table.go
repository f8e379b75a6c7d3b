package api

import (
	"encoding/csv"
	"net/http"
	"strconv"
	"strings"

	"github.com/xuri/excelize/v2"
)

// giveCSV gives rows as a file for a table program: with the mark by which such
// programs know UTF-8, and no cell that they would take for a formula.
func giveCSV(w http.ResponseWriter, name string, rows [][]string) {
	w.Header().Set("Content-Type", "text/csv; charset=utf-8")
	w.Header().Set("Content-Disposition", attachment(name, "csv"))
	_, _ = w.Write([]byte("\ufeff"))
	out := csv.NewWriter(w)
	for _, row := range rows {
		cells := make([]string, len(row))
		for i, cell := range row {
			cells[i] = plainCell(cell)
		}
		_ = out.Write(cells)
	}
	out.Flush()
}

// plainCell is a cell's text that no table program takes for a formula: one
// that would begin like it gets an apostrophe before it. Numbers stay numbers.
func plainCell(text string) string {
	start := strings.TrimLeft(text, " \t\r\n\u00a0")
	if start == "" || !strings.ContainsAny(start[:1], "=+-@") && text[0] != '\t' && text[0] != '\r' &&
		!strings.HasPrefix(start, "＝") && !strings.HasPrefix(start, "＋") && !strings.HasPrefix(start, "－") &&
		!strings.HasPrefix(start, "＠") {
		return text
	}
	if _, err := strconv.ParseFloat(text, 64); err == nil {
		return text
	}
	return "'" + text
}

// giveXLSX gives rows as a workbook. A cell that is a number as a display shows
// it (0.50) is a number shown so; everything else is text, never a formula.
func giveXLSX(w http.ResponseWriter, r *http.Request, name string, rows [][]string) {
	f := excelize.NewFile()
	defer f.Close()
	sheet := f.GetSheetName(0)
	failed := func(err error) bool {
		if err != nil {
			refuse(w, r, http.StatusInternalServerError, "The sheet could not be written: "+err.Error()+".")
		}
		return err != nil
	}
	styles := map[string]int{}
	for i, row := range rows {
		for k, cell := range row {
			at, err := excelize.CoordinatesToCellName(k+1, i+1)
			if failed(err) {
				return
			}
			x, places, number := shownNumber(cell)
			if i == 0 || !number {
				if failed(f.SetCellStr(sheet, at, cell)) {
					return
				}
				continue
			}
			format := "0"
			if places > 0 {
				format += "." + strings.Repeat("0", places)
			}
			style, ok := styles[format]
			if !ok {
				if style, err = f.NewStyle(&excelize.Style{CustomNumFmt: &format}); failed(err) {
					return
				}
				styles[format] = style
			}
			if failed(f.SetCellFloat(sheet, at, x, places, 64)) || failed(f.SetCellStyle(sheet, at, at, style)) {
				return
			}
		}
	}
	_ = f.SetColWidth(sheet, "A", "J", 18)
	w.Header().Set("Content-Type", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
	w.Header().Set("Content-Disposition", attachment(name, "xlsx"))
	_ = f.Write(w)
}

// shownNumber reads a plain decimal number and its places after the point. What
// a number would lose, such as a code's leading zero, is none.
func shownNumber(text string) (x float64, places int, ok bool) {
	whole, after, _ := strings.Cut(strings.TrimPrefix(text, "-"), ".")
	for _, part := range []string{whole, after} {
		for _, c := range part {
			if c < '0' || c > '9' {
				return 0, 0, false
			}
		}
	}
	if whole == "" || len(whole) > 1 && whole[0] == '0' || len(text) > 15 || strings.HasSuffix(text, ".") {
		return 0, 0, false
	}
	x, err := strconv.ParseFloat(text, 64)
	return x, len(after), err == nil
}
