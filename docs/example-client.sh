#!/usr/bin/env bash
# Makes a customer, an opportunity with two lines and a quote of it, and saves the quote's PDF.
#   TALLY=http://127.0.0.1:8080 TOKEN=tally_… docs/example-client.sh
set -euo pipefail
: "${TALLY:=http://127.0.0.1:8080}" "${TOKEN:?a token that may write}"

# call METHOD PATH [BODY [HEADER]]: the answer, or what was refused and status 22.
call() {
  curl -sS --fail-with-body -X "$1" "$TALLY$2" -H "Authorization: Bearer $TOKEN" \
    -H "Content-Type: application/json" -H "Idempotency-Key: $RANDOM-$$-$2" ${4:+-H "$4"} ${3:+-d "$3"}
}
# field NAME: a number of the answer.
field() { sed -n "s/.*\"$1\":\([0-9][0-9]*\).*/\1/p" | head -n 1; }

account=$(call POST /api/accounts '{"name":"Example Mill","kind":"company","industry":"","street":"1 Mill Lane",
  "postal":"55555","town":"Saltmere","email":"office@example-mill.example","phone":"","contact":"Ada Fallow"}' | field id)
opportunity=$(call POST /api/opportunities "{\"accountId\":$account,\"title\":\"Two bench scales\"}" | field id)
version=$(call GET "/api/opportunities/$opportunity" | grep -o '"worksheet":{"id":[0-9]*,"version":[0-9]*' | field version)
line() { # line ID PRODUCT QUANTITY: a line of the catalogue at the price that the rules give
  printf '{"id":"%s","kind":"line","product":"%s","description":"","quantity":"%s","gift":false,"optional":false,"chosen":false,
    "family":null,"listPrice":null,"unitCost":null,"taxPercent":null,"discountPercent":null,"unitPrice":null,"alternativeSet":null,
    "everyMonths":null,"termMonths":null,"requestedOn":null}' "$1" "$2" "$3"
}
call PUT "/api/opportunities/$opportunity/worksheet" "{\"lines\":[$(line 1 BS-15 2),$(line 2 PR-TT 1)],\"discountPercent\":null,
  \"discountAmount\":null,\"targetContract\":null,\"targetTotal\":null,\"targetMargin\":null}" "If-Match: \"$version\"" > /dev/null
quote=$(call POST "/api/opportunities/$opportunity/quotes" | field id)
call GET "/api/quotes/$quote/quote.pdf" > quote.pdf
echo "quote $quote of opportunity $opportunity is in quote.pdf"
