/** Made by web/types.mjs of docs/openapi.json: not to be changed by hand. */

export interface paths {
    "/bench/boil": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * What does water boil at?
         * @description What does water boil at?. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["bench-boil"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/bench/canister": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Will the canister feed?
         * @description Will the canister feed?. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["bench-canister"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/bench/fuel": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * How much fuel?
         * @description How much fuel?. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["bench-fuel"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/bench/grind": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * What setting on this grinder?
         * @description What setting on this grinder?. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["bench-grind"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/bench/wait": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * How long do I wait?
         * @description How long do I wait?. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["bench-wait"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/bench/water": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * What is in the water?
         * @description What is in the water?. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["bench-water"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/blinds": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Blind comparisons, the newest first
         * @description Blind comparisons, the newest first. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["list-blinds"];
        put?: never;
        /**
         * Compare two brews blind
         * @description Compare two brews blind. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["begin-blind"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/blinds/{blind}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * A blind comparison, as its taster may see it
         * @description A blind comparison, as its taster may see it. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["get-blind"];
        put?: never;
        post?: never;
        /**
         * Take it away; restore-blind brings it back
         * @description Take it away; restore-blind brings it back. Answers 204. 404 where it is not there.
         */
        delete: operations["delete-blind"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/blinds/{blind}/deal": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Deal a round, or tell the one that is dealt: for whoever pours
         * @description Deal a round, or tell the one that is dealt: for whoever pours. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["deal-blind"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/blinds/{blind}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Undo delete-blind
         * @description Undo delete-blind. Nothing is deleted for good by it: it can be taken away again. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["restore-blind"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/blinds/{blind}/say": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Say which cup was liked; which was which is told then
         * @description Say which cup was liked; which was which is told then. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["say-blind"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/brews/{brew}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * A brew with its plan
         * @description A brew with its plan. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["get-brew"];
        put?: never;
        post?: never;
        /**
         * Take it away; restore-brew brings it back
         * @description Take it away; restore-brew brings it back. Answers 204. 404 where it is not there.
         */
        delete: operations["delete-brew"];
        options?: never;
        head?: never;
        /**
         * Change a brew and plan it anew
         * @description Change a brew and plan it anew. A merge patch (RFC 7396): what is left out stays, null takes away. If-Match names the revision that the change began from, as the entity tag of the answer has it: 412 where it was changed since, 428 without one. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        patch: operations["set-brew"];
        trace?: never;
    };
    "/brews/{brew}/advice": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * What to change of a brew next, from what was tasted of its coffee
         * @description What to change of a brew next, from what was tasted of its coffee. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["advise"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/brews/{brew}/copy": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Plan a brew at another stop, or hour, too
         * @description Plan a brew at another stop, or hour, too. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["copy-brew"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/brews/{brew}/log": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Write down how a brew came out
         * @description Write down how a brew came out. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["add-log"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/brews/{brew}/place": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /**
         * Move a brew with its log to another stop, or hour
         * @description Move a brew with its log to another stop, or hour. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        put: operations["move-brew"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/brews/{brew}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Undo delete-brew
         * @description Undo delete-brew. Nothing is deleted for good by it: it can be taken away again. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["restore-brew"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/brews/{brew}/run": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * The brew being made by the clock
         * @description The brew being made by the clock. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["get-run"];
        /**
         * Keep the state of the brew being made
         * @description Keep the state of the brew being made. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        put: operations["set-run"];
        post?: never;
        /**
         * Stop making a brew
         * @description Stop making a brew. Answers 204. 404 where it is not there.
         */
        delete: operations["end-run"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/brews/{brew}/run/noticed": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * What the run of a brew says besides how it tastes
         * @description What the run of a brew says besides how it tastes. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["noticed"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/bring": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Bring back what was done in a pocket: all of it, or nothing
         * @description Bring back what was done in a pocket: all of it, or nothing. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["bring"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/bring/preview": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * What would come of bringing a pocket back, without keeping it
         * @description What would come of bringing a pocket back, without keeping it. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["preview-bring"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/catalogue": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Methods, burners, materials and the fields of a request
         * @description Methods, burners, materials and the fields of a request. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["catalogue"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/choices": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * What every school would give at a stop
         * @description What every school would give at a stop. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["choices"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/coffees": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * The coffees in the bag, the newest first
         * @description The coffees in the bag, the newest first. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["list-coffees"];
        put?: never;
        /**
         * Keep a coffee
         * @description Keep a coffee. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["add-coffee"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/coffees/{coffee}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * A coffee, also one that is deleted
         * @description A coffee, also one that is deleted. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["get-coffee"];
        put?: never;
        post?: never;
        /**
         * Take it away; restore-coffee brings it back
         * @description Take it away; restore-coffee brings it back. Answers 204. 404 where it is not there.
         */
        delete: operations["delete-coffee"];
        options?: never;
        head?: never;
        /**
         * Change a coffee
         * @description Change a coffee. A merge patch (RFC 7396): what is left out stays, null takes away. If-Match names the revision that the change began from, as the entity tag of the answer has it: 412 where it was changed since, 428 without one. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        patch: operations["set-coffee"];
        trace?: never;
    };
    "/coffees/{coffee}/path": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Where the cups of a coffee were, and what is liked of it
         * @description Where the cups of a coffee were, and what is liked of it. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["coffee-path"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/coffees/{coffee}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Undo delete-coffee
         * @description Undo delete-coffee. Nothing is deleted for good by it: it can be taken away again. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["restore-coffee"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/devices/{device}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /**
         * Let go of a device: its token opens nothing any more
         * @description Let go of a device: its token opens nothing any more. Answers 204. 404 where it is not there.
         */
        delete: operations["revoke-device"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/exercise": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * An exercise of the hand or the eye, and how it went
         * @description An exercise of the hand or the eye, and how it went. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["exercise"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/fit": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * The gear that suits a brew best, of what there is, and how it goes together
         * @description The gear that suits a brew best, of what there is, and how it goes together. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["fit"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/follow": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Where a brew being made is, what differs, and the rest planned anew
         * @description Where a brew being made is, what differs, and the rest planned anew. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["follow"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/gear": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * The shelf
         * @description The shelf. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["list-gear"];
        put?: never;
        /**
         * Put a piece on the shelf
         * @description Put a piece on the shelf. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["add-gear"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/gear/export.csv": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * The shelf as CSV
         * @description The shelf as CSV. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["export-gear"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/gear/import": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Put the gear of a CSV file on the shelf, all of it or none
         * @description Put the gear of a CSV file on the shelf, all of it or none. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["import-gear"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/gear/starter": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Put plain generic gear with typical figures on the shelf
         * @description Put plain generic gear with typical figures on the shelf. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["add-starter-gear"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/gear/{item}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * A piece of gear
         * @description A piece of gear. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["get-gear"];
        put?: never;
        post?: never;
        /**
         * Take it away; restore-gear brings it back
         * @description Take it away; restore-gear brings it back. Answers 204. 404 where it is not there.
         */
        delete: operations["delete-gear"];
        options?: never;
        head?: never;
        /**
         * Change a piece
         * @description Change a piece. A merge patch (RFC 7396): what is left out stays, null takes away. If-Match names the revision that the change began from, as the entity tag of the answer has it: 412 where it was changed since, 428 without one. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        patch: operations["set-gear"];
        trace?: never;
    };
    "/gear/{item}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Undo delete-gear
         * @description Undo delete-gear. Nothing is deleted for good by it: it can be taken away again. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["restore-gear"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/health": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Whether the program answers and can read its data
         * @description Whether the program answers and can read its data. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["health"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/import/preview": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Read GPX, a trip file or CSV of stops without keeping it
         * @description Read GPX, a trip file or CSV of stops without keeping it. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["preview-import"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/info": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * About this program
         * @description About this program. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["info"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/log": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Log entries, latest first
         * @description Log entries, latest first. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["list-log"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/log/compare": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Two cups of the log side by side
         * @description Two cups of the log side by side. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["compare-cups"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/log/export.csv": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * The log as CSV, with the units in the names of its columns
         * @description The log as CSV, with the units in the names of its columns. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["export-log-csv"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/log/export.json": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * The log as JSON, which can be brought in again
         * @description The log as JSON, which can be brought in again. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["export-log"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/log/import": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Bring in a log, JSON or CSV; what is there already is left alone
         * @description Bring in a log, JSON or CSV; what is there already is left alone. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["import-log"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/log/{entry}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * An entry of the log
         * @description An entry of the log. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["get-log-entry"];
        put?: never;
        post?: never;
        /**
         * Take it away; restore-log brings it back
         * @description Take it away; restore-log brings it back. Answers 204. 404 where it is not there.
         */
        delete: operations["delete-log"];
        options?: never;
        head?: never;
        /**
         * Change a log entry
         * @description Change a log entry. A merge patch (RFC 7396): what is left out stays, null takes away. If-Match names the revision that the change began from, as the entity tag of the answer has it: 412 where it was changed since, 428 without one. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        patch: operations["set-log"];
        trace?: never;
    };
    "/log/{entry}/had": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * The plan of an entry as it was really had
         * @description The plan of an entry as it was really had. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["plan-as-had"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/log/{entry}/made": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * How a cup of the log was made, over what was planned
         * @description How a cup of the log was made, over what was planned. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["as-made"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/log/{entry}/recipe": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * A cup of the log as a recipe to keep, as it was really had
         * @description A cup of the log as a recipe to keep, as it was really had. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["recipe-of-entry"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/log/{entry}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Undo delete-log
         * @description Undo delete-log. Nothing is deleted for good by it: it can be taken away again. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["restore-log"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/now": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * The brews being made, and the next one of a trip
         * @description The brews being made, and the next one of a trip. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["now"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/pairing": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Whether the program can be reached from beyond its machine, and which devices are paired
         * @description Whether the program can be reached from beyond its machine, and which devices are paired. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["pairing"];
        put?: never;
        /**
         * A key that pairs one device, for ten minutes; it takes the place of the one before
         * @description A key that pairs one device, for ten minutes; it takes the place of the one before. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["make-key"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/places": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Places of no trip, the latest first, with their brews
         * @description Places of no trip, the latest first, with their brews. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["list-places"];
        put?: never;
        /**
         * Keep a place of no trip
         * @description Keep a place of no trip. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["add-place"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/places/export.json": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * The places of no trip with their brews, as a trip file
         * @description The places of no trip with their brews, as a trip file. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["export-places"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/plan": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Plan a brew without keeping it
         * @description Plan a brew without keeping it. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["plan"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/plan/changed": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * The request that gives what a person changed in the picture of a plan
         * @description The request that gives what a person changed in the picture of a plan. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["change-request"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/plans/{plan}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * A stored plan, as it was told
         * @description A stored plan, as it was told. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["get-plan"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/plans/{plan}/recipe": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * What a plan came to as a recipe to keep
         * @description What a plan came to as a recipe to keep. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["recipe-of-plan"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/pocket": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * What such a file carries, for the installed application
         * @description What such a file carries, for the installed application. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["carry"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/pocket.html": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Trips with all that they take, as one file that works on a phone without a network
         * @description Trips with all that they take, as one file that works on a phone without a network. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["take-along"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/practice": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * The virtual brewer under one's own hand, at a moment
         * @description The virtual brewer under one's own hand, at a moment. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["practice"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/recipes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * One's own recipes, the newest first
         * @description One's own recipes, the newest first. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["list-recipes"];
        put?: never;
        /**
         * Keep a recipe of one's own
         * @description Keep a recipe of one's own. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["add-recipe"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/recipes/import": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Keep the recipe of a file
         * @description Keep the recipe of a file. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["import-recipe"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/recipes/read": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Read a recipe from words, without keeping it
         * @description Read a recipe from words, without keeping it. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["read-recipe"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/recipes/{recipe}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * A recipe of one's own, also one that is deleted
         * @description A recipe of one's own, also one that is deleted. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["get-recipe"];
        put?: never;
        post?: never;
        /**
         * Take it away; restore-recipe brings it back
         * @description Take it away; restore-recipe brings it back. Answers 204. 404 where it is not there.
         */
        delete: operations["delete-recipe"];
        options?: never;
        head?: never;
        /**
         * Change a recipe of one's own; brews keep what they were planned by
         * @description Change a recipe of one's own; brews keep what they were planned by. A merge patch (RFC 7396): what is left out stays, null takes away. If-Match names the revision that the change began from, as the entity tag of the answer has it: 412 where it was changed since, 428 without one. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        patch: operations["set-recipe"];
        trace?: never;
    };
    "/recipes/{recipe}/export.json": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * A recipe as a file
         * @description A recipe as a file. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["export-recipe"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/recipes/{recipe}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Undo delete-recipe
         * @description Undo delete-recipe. Nothing is deleted for good by it: it can be taken away again. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["restore-recipe"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/review": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * What of a run cost what, and one thing to try next
         * @description What of a run cost what, and one thing to try next. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["review"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/share": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * A plan or a recipe as a text and a code that hold it whole
         * @description A plan or a recipe as a text and a code that hold it whole. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["share"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/share/read": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Read a plan or a recipe that was shared, without keeping it
         * @description Read a plan or a recipe that was shared, without keeping it. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["read-share"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/simulate": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * A brew made on the virtual brewer
         * @description A brew made on the virtual brewer. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["simulate"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/simulated/elevation": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * An elevation of the made-up terrain
         * @description An elevation of the made-up terrain. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["simulated-elevation"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/simulated/forecast": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * A made-up forecast for a day at a place
         * @description A made-up forecast for a day at a place. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["simulated-forecast"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/stops/{stop}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * A stop with its boiling point
         * @description A stop with its boiling point. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["get-stop"];
        put?: never;
        post?: never;
        /**
         * Take it away; restore-stop brings it back
         * @description Take it away; restore-stop brings it back. Answers 204. 404 where it is not there.
         */
        delete: operations["delete-stop"];
        options?: never;
        head?: never;
        /**
         * Change a stop
         * @description Change a stop. A merge patch (RFC 7396): what is left out stays, null takes away. If-Match names the revision that the change began from, as the entity tag of the answer has it: 412 where it was changed since, 428 without one. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        patch: operations["set-stop"];
        trace?: never;
    };
    "/stops/{stop}/brews": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Plan a brew at a stop and keep it
         * @description Plan a brew at a stop and keep it. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["add-brew"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/stops/{stop}/brews/new": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * What a new brew at a stop would be, without keeping it
         * @description What a new brew at a stop would be, without keeping it. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["new-brew"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/stops/{stop}/join": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Make one stay of two stops: the undo of a split
         * @description Make one stay of two stops: the undo of a split. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["join-stops"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/stops/{stop}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Undo delete-stop
         * @description Undo delete-stop. Nothing is deleted for good by it: it can be taken away again. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["restore-stop"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/stops/{stop}/split": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Make two stops of a stay, each with its brews
         * @description Make two stops of a stay, each with its brews. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["split-stop"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/stops/{stop}/trip": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /**
         * Move a stop with its brews and their log into a trip, or out of any
         * @description Move a stop with its brews and their log into a trip, or out of any. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        put: operations["put-stop-into-trip"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/taste/understand": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * What a few words say of a cup
         * @description What a few words say of a cup. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["understand"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * The trips, newest first
         * @description The trips, newest first. Changes nothing; HEAD answers the same without its body.
         */
        get: operations["list-trips"];
        put?: never;
        /**
         * Make a trip
         * @description Make a trip. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["add-trip"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/import": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Keep a whole trip, or nothing of it
         * @description Keep a whole trip, or nothing of it. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["import-trip"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/{trip}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * A trip with its stops and brews
         * @description A trip with its stops and brews. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["get-trip"];
        put?: never;
        post?: never;
        /**
         * Take it away; restore-trip brings it back
         * @description Take it away; restore-trip brings it back. Answers 204. 404 where it is not there.
         */
        delete: operations["delete-trip"];
        options?: never;
        head?: never;
        /**
         * Change a trip
         * @description Change a trip. A merge patch (RFC 7396): what is left out stays, null takes away. If-Match names the revision that the change began from, as the entity tag of the answer has it: 412 where it was changed since, 428 without one. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        patch: operations["set-trip"];
        trace?: never;
    };
    "/trips/{trip}/archived": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /**
         * Put a trip out of the way, or bring it back
         * @description Put a trip out of the way, or bring it back. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        put: operations["archive-trip"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/{trip}/arrangement": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /**
         * Set the order, days and distances of stops at once
         * @description Set the order, days and distances of stops at once. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        put: operations["arrange-stops"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/{trip}/brews/every": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * A brew on every morning, or evening, of a trip that has none
         * @description A brew on every morning, or evening, of a trip that has none. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["add-every-brew"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/{trip}/duplicate": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * A copy of a trip with its stops and brews, without its log
         * @description A copy of a trip with its stops and brews, without its log. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["duplicate-trip"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/{trip}/export/{format}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * A trip in an open format
         * @description A trip in an open format. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["export-trip"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/{trip}/kit": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * The kit of a trip
         * @description The kit of a trip. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["get-kit"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        /**
         * Keep the kit of a trip, its packing and what was lost
         * @description Keep the kit of a trip, its packing and what was lost. A merge patch (RFC 7396): what is left out stays, null takes away. If-Match names the revision that the change began from, as the entity tag of the answer has it: 412 where it was changed since, 428 without one. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        patch: operations["set-kit"];
        trace?: never;
    };
    "/trips/{trip}/kit/apply": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Plan every brew of a trip with a kit
         * @description Plan every brew of a trip with a kit. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["apply-kit"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/{trip}/kit/choose": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * The best kits from the shelf for a trip, and why
         * @description The best kits from the shelf for a trip, and why. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["choose-kit"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/{trip}/kit/lay": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * What a trip is like with just these items
         * @description What a trip is like with just these items. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["lay-kit"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/{trip}/kit/progress": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * How far the choice of a kit has come that is being made
         * @description How far the choice of a kit has come that is being made. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["kit-progress"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/{trip}/plan": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Everything to buy, prepare, carry, treat and do
         * @description Everything to buy, prepare, carry, treat and do. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["plan-trip"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/{trip}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Undo delete-trip
         * @description Undo delete-trip. Nothing is deleted for good by it: it can be taken away again. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["restore-trip"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/{trip}/schedule/ticks": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * The tasks of a trip's schedule that are done
         * @description The tasks of a trip's schedule that are done. Changes nothing; HEAD answers the same without its body. 404 where it is not there.
         */
        get: operations["list-ticks"];
        /**
         * Say which tasks of a trip's schedule are done, or not; the others stay
         * @description Say which tasks of a trip's schedule are done, or not; the others stay. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        put: operations["set-ticks"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/{trip}/stops": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Add a stop to a trip
         * @description Add a stop to a trip. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["add-stop"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/trips/{trip}/what-if": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * The trip beside the same with something gone wrong
         * @description The trip beside the same with something gone wrong. 404 where it is not there. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["what-if"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/ways": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * In what ways coffee can be made at a place with what there is, the best first
         * @description In what ways coffee can be made at a place with what there is, the best first. 422 names every field that is not as it may be, and what is allowed; nothing is changed then. 503 with Retry-After where too much is asked at once.
         */
        post: operations["ways"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
}
export type webhooks = Record<string, never>;
export interface components {
    schemas: {
        Advice: {
            /** @description A second one, where the brew is elsewhere or of another method: both are in the request */
            also?: components["schemas"]["OneChange"];
            /** @description One change; null where it is settled, or nothing helps */
            change: components["schemas"]["OneChange"] | null;
            considered: components["schemas"]["Considered"][];
            expected: components["schemas"]["Point"];
            liking: components["schemas"]["Liking"];
            /** @description The last cup, as it is thought to have been; or the next, unchanged, where that is elsewhere */
            now: components["schemas"]["Point"];
            /** @description The cups, oldest first */
            path: components["schemas"]["Learnt"][];
            /** @description The next one, ready to plan */
            request: components["schemas"]["Request"];
            settled: boolean;
            /**
             * Format: double
             * @description How likely the next cup is within 0.8 points and 8 % of the liking
             */
            sure: number;
            why: components["schemas"]["Phrase"];
            working: {
                [key: string]: components["schemas"]["Figure"];
            };
        };
        AdviceIn: {
            /** @description What may be changed; all of it when left out */
            allow?: string[];
            /** @description Who tastes; everybody when left out */
            by?: string;
            wish?: string;
        };
        Ahead: {
            brew: components["schemas"]["Brew"];
            /**
             * Format: int64
             * @description Of the trip
             */
            day: number;
            /** @description RFC 3339 with the offset of the stop's zone; empty where the trip has no date or the brew no hour */
            moment: string;
            /** @description Being made, and come to its end by the clock: all that is left is to write it down */
            over?: boolean;
            stop_name: string;
            /** @description Empty for a place of no trip */
            trip_name: string;
        };
        Air: {
            id: string;
            /**
             * Format: double
             * @description °C, or m/s at the place
             */
            value: number;
            word: string;
        };
        Alarm: {
            /**
             * Format: double
             * @description Position
             */
            at_s: number;
            id: string;
            /**
             * @description boil: it should boil, and wants looking after; safe: the safety boil is over; wait: it is cool enough; step: something is to be done
             * @enum {string}
             */
            kind: "boil" | "safe" | "wait" | "step";
            say: components["schemas"]["Phrase"];
        };
        Alternative: {
            cost: string;
            id: string;
            text: string;
        };
        Answer: {
            best: components["schemas"]["Kit"] | null;
            blocked: components["schemas"]["Blocked"][];
            /**
             * Format: double
             * @description Weighted, no kit of the things that were looked at is better than this; the best's own score where it is proven, 0 without one
             */
            bound: number;
            excluded: components["schemas"]["Excluded"][];
            /** @description Kits that no other beats in mass, cup, time and fuss at once */
            front: components["schemas"]["Kit"][];
            /** @description Of the best kit */
            joints: components["schemas"]["Joint"][];
            /**
             * Format: double
             * @description Considered, all of them
             */
            kits: number;
            /** @description Limits of the person that no kit keeps, with the nearest that there is */
            limits: components["schemas"]["Phrase"][];
            /** @description Of the best kit */
            nests: components["schemas"]["Nest"][];
            /** @description The best is proven: every kit was considered or shown to be worse */
            proven: boolean;
            reasons: components["schemas"]["Phrase"][];
            /** @description The best kit that lacks a brewer of the best */
            runner_up: components["schemas"]["Kit"] | null;
            /** @description What the choice leaves out */
            said: string[];
            /** @description Of the best kit's figures */
            working: {
                [key: string]: components["schemas"]["Figure"];
            };
        };
        Applied: {
            before: components["schemas"]["BrewBefore"][];
        };
        "Archive-tripRequest": {
            archived: boolean;
        };
        ArrangeIn: {
            /** Format: int64 */
            day: number;
            /** Format: int64 */
            id: number;
            /** Format: double */
            km: number;
            /** Format: int64 */
            position: number;
            /**
             * Format: int64
             * @description That the change began from
             */
            revision: number;
        };
        Arrival: {
            /** @description What is changed of it, in words */
            fields: string[];
            /** @enum {string} */
            kind: "trip" | "stop" | "brew" | "plan" | "log" | "coffee" | "recipe" | "gear" | "blind";
            name: string;
            uuid: string;
            /** @enum {string} */
            what: "new" | "changed" | "deleted" | "restored";
        };
        Bag: {
            /** Format: int64 */
            day: number;
            /** Format: double */
            g: number;
            ground: string;
            label: string;
        };
        Band: {
            /** Format: double */
            max_um: number;
            /** Format: double */
            min_um: number;
            name: string;
        };
        "Begin-blindRequest": {
            /**
             * Format: int64
             * @description ID of a brew
             */
            a: number;
            /** Format: int64 */
            b: number;
        };
        BenchBoil: {
            request: components["schemas"]["Request"];
        };
        BlindOut: {
            a: components["schemas"]["Brew"];
            b: components["schemas"]["Brew"];
            /** Format: int64 */
            id: number;
            /** Format: int64 */
            revision: number;
            rounds: components["schemas"]["BlindTold"][];
            /** @description A round is dealt, and not said yet */
            tasting: boolean;
            verdict: components["schemas"]["Verdict"];
        };
        BlindTold: {
            at: string;
            /** @enum {string} */
            first: "a" | "b";
            /** @enum {string} */
            liked: "a" | "b" | "neither";
        };
        Blocked: {
            /** Format: int64 */
            brew: number;
            name: string;
            remedy: string;
            /** Format: int64 */
            stop: number;
            why: string;
        };
        Boil: {
            /** Format: double */
            boil_c: number;
            /** Format: double */
            boil_high_c: number;
            /** Format: double */
            boil_low_c: number;
            /** @description What is said of the place and cannot be true together; until it is settled, the safe one of each counts */
            odds?: components["schemas"]["Odd"][];
            /** Format: double */
            pressure_hpa: number;
            /** @description Neither altitude nor pressure is said: the figures are those of the sea's shore */
            unplaced?: boolean;
        };
        BoilAnswer: {
            /** Format: double */
            boil_c: number;
            /** Format: double */
            boil_high_c: number;
            /** Format: double */
            boil_low_c: number;
            /** @description [altitude m, boiling point °C] under today's sea-level pressure */
            isa: number[][];
            isa_high: number[][];
            /** @description With as much less pressure as it may be out */
            isa_low: number[][];
            /**
             * Format: double
             * @description Altitude at which the standard atmosphere gives this boiling point
             */
            isa_m: number;
            /** @description What is said of the place and cannot be true together; until it is settled, the safe one of each counts */
            odds?: components["schemas"]["Odd"][];
            /** Format: double */
            pressure_hpa: number;
            request: components["schemas"]["Request"];
            /** @description Neither altitude nor pressure is said: the figures are those of the sea's shore */
            unplaced?: boolean;
            west: number[][];
            /**
             * Format: double
             * @description The same in West's atmosphere
             */
            west_m: number;
            working: {
                [key: string]: components["schemas"]["Figure"];
            };
        };
        Boiled: {
            /** Format: double */
            end_c: number;
            /**
             * Format: double
             * @description To the boil, on the flame that this gas gives; null where it does not feed
             */
            heat_s: number | null;
            /**
             * Format: double
             * @description Before the boil
             */
            left_g: number;
            /**
             * Format: double
             * @description Gauge
             */
            lowest_bar: number;
            /**
             * Format: double
             * @description Gauge
             */
            start_bar: number;
            /** @enum {string} */
            verdict: "fine" | "weak" | "will-not-feed";
        };
        Brew: {
            /** @description Local time of day, HH:MM */
            at: string;
            /** Format: double */
            caffeine_mg: number;
            /** Format: int64 */
            id: number;
            name: string;
            /** Format: int64 */
            plan_id: number;
            request: components["schemas"]["Request"];
            /** Format: int64 */
            revision: number;
            /** Format: int64 */
            stop_id: number;
            /**
             * Format: int64
             * @description How often it was made and written down
             */
            tastings: number;
            /** Format: int64 */
            trip_id: number;
            uuid: string;
        };
        BrewAdvice: {
            /** @description Null where nothing was tasted yet */
            advice: components["schemas"]["Advice"] | null;
            brew: components["schemas"]["BrewOut"];
            /** @description Its name; empty where none is named */
            coffee: string;
            /**
             * Format: int64
             * @description Cups that the advice is from
             */
            counted: number;
            /** @description They are of this very brew */
            here: boolean;
            /** @description The last cups of this brew, or else of this coffee by this method, the latest first */
            last: components["schemas"]["LogEntry"][];
            /**
             * Format: int64
             * @description Cups of this coffee whose plan today’s core cannot make again
             */
            left_out: number;
        };
        BrewBefore: {
            at: string;
            /** Format: int64 */
            id: number;
            name: string;
            request: components["schemas"]["Request"];
            /** Format: int64 */
            revision: number;
        };
        BrewFile: {
            /** @description Coffee in hand, local time HH:MM */
            at?: string;
            name?: string;
            /** @description A plan's request, as an RFC 7396 merge patch over the stop's conditions */
            request: {
                [key: string]: unknown;
            };
        };
        BrewIn: {
            /** @description Local time of day, HH:MM, or empty */
            at?: string;
            name?: string;
            request: components["schemas"]["Request"];
        };
        BrewOut: {
            /** @description Local time of day, HH:MM */
            at: string;
            /** Format: double */
            caffeine_mg: number;
            /** Format: int64 */
            id: number;
            name: string;
            /** Format: int64 */
            plan_id: number;
            request: components["schemas"]["Request"];
            /** Format: int64 */
            revision: number;
            /** @description Its stop has changed since the plan was stored, and what it finds there with it */
            stale: boolean;
            /** Format: int64 */
            stop_id: number;
            stored: components["schemas"]["StoredPlan"];
            /**
             * Format: int64
             * @description How often it was made and written down
             */
            tastings: number;
            /** Format: int64 */
            trip_id: number;
            uuid: string;
        };
        BrewTotals: {
            at: string;
            /** @description What becomes of its water, in a line: first the boil that makes it safe */
            boiling: components["schemas"]["Phrase"];
            /**
             * Format: double
             * @description Each cup
             */
            caffeine_mg: number;
            /** @description Only where asked for */
            cautions?: components["schemas"]["Caution"][];
            /** Format: double */
            clicks: number | null;
            /** @description Its name, where it is of a bag */
            coffee: string;
            /**
             * Format: double
             * @description Coffee taken for it; none where it is served from a concentrate whose brew is planned too
             */
            coffee_g: number;
            /** Format: int64 */
            day: number;
            /** Format: double */
            dose_g: number;
            /** Format: double */
            drink_ml: number;
            /** Format: double */
            energy_wh: number;
            /** @description Kind of paper; empty for none */
            filter: string;
            /** Format: double */
            filters: number;
            /** @description Empty when nothing is burned */
            fuel: string;
            /** Format: double */
            fuel_g: number;
            /**
             * Format: double
             * @description In the canister before
             */
            gas_from_g: number | null;
            /** Format: double */
            gas_to_g: number | null;
            /** @description In words; empty when it was ground before */
            grind: string;
            /** Format: double */
            grind_um: number | null;
            /** Format: int64 */
            id: number;
            /**
             * Format: double
             * @description Gauge pressure, lowest
             */
            lowest_bar: number | null;
            method: string;
            name: string;
            /** Format: double */
            people: number;
            /** Format: double */
            poured_ml: number;
            /** @description Name of one's own recipe; empty without one */
            recipe: string;
            /** @description Batches and cups; only where asked for, and where there is more than one */
            rounds?: components["schemas"]["Round"][];
            school: string;
            /** @description Only where asked for */
            steps?: components["schemas"]["Step"][];
            /**
             * Format: int64
             * @description Index into stops
             */
            stop: number;
            /**
             * Format: double
             * @description From the first thing to do until all is served
             */
            total_s: number;
            verdict: string;
            /**
             * Format: double
             * @description Off the boil
             */
            wait_s: number | null;
            /** Format: double */
            waste_g: number;
            /**
             * Format: double
             * @description All of it, washing up included
             */
            water_ml: number;
            /** @description Its pours are weighed: its water is told in g */
            weighed: boolean;
        };
        Brewer: {
            /**
             * Format: double
             * @description Brewer holds; ml
             */
            capacity_ml?: number;
            /**
             * Format: double
             * @description Brewer takes, of coffee; Coffee that it takes at once; a usual one when left out; g; when left out: a usual one's
             */
            dose_g?: number;
            /**
             * Format: double
             * @description Brewer mass; g; when left out: 60
             */
            mass_g?: number;
            /**
             * @description Brewer material; when left out: plastic
             * @enum {string}
             */
            material?: "titanium" | "aluminium" | "steel" | "enamel" | "glass" | "ceramic" | "plastic" | "silicone" | "wood";
            /** @description Brewer preheated; when left out: false */
            preheated?: boolean;
        };
        BringIn: {
            carried: components["schemas"]["Carried"];
            /** @description here or there, by the clash */
            choices?: {
                [key: string]: string;
            };
        };
        Bringing: {
            /** @description What is new or changed here by it */
            arrives: components["schemas"]["Arrival"][];
            /** @description What was changed on both sides, or deleted on one: one chooses */
            clashes: components["schemas"]["ClashOut"][];
            /** @description It was kept; otherwise this is what would come of it */
            kept: boolean;
            /**
             * Format: int64
             * @description Clashes that nobody has chosen of yet
             */
            open: number;
            pocket: components["schemas"]["PocketInfo"];
            /** @description What there is to know of it, a sentence each */
            said: string[];
        };
        Brought: {
            /** Format: int64 */
            added: number;
            said: string[];
            /**
             * Format: int64
             * @description That were there already, and were left alone
             */
            there: number;
        };
        Burner: {
            /** Format: double */
            efficiency: number;
            /** @description Burns something: needs air, gives carbon monoxide */
            flame: boolean;
            fuels: string[];
            id: string;
            /** Format: double */
            low: number;
            name: string;
            /** Format: double */
            power_w: number;
            /** Format: double */
            wind_loss: number;
        };
        Buy: {
            /**
             * Format: double
             * @description With the reserve, in what it is sold in
             */
            amount: number;
            id: string;
            label: string;
            /**
             * Format: double
             * @description In the pack, with its steel
             */
            mass_g: number;
            /**
             * Format: double
             * @description Until the next place to buy it
             */
            need: number;
            /**
             * Format: double
             * @description Canisters, where it comes in canisters; 0 otherwise
             */
            packs: number;
            /**
             * Format: int64
             * @description Index into stops; −1 before leaving
             */
            stop: number;
            unit: string;
        };
        Calibrated: {
            /**
             * @description The figure of request.calibration
             * @enum {string}
             */
            id: "power_w" | "efficiency" | "loss_factor" | "drain_factor";
            /** Format: double */
            is: number;
            /** @description The brew, planned with it */
            request: components["schemas"]["Request"];
            text: components["schemas"]["Phrase"];
            /** Format: double */
            was: number;
        };
        Calibration: {
            /**
             * Format: double
             * @description Measured resistance of the dripper; Of the dripper with its paper, on the modelled resistance, from a timed drawdown
             */
            drain_factor?: number;
            /**
             * Format: double
             * @description Measured efficiency; Of the burner in calm air with a lid, from weighed fuel
             */
            efficiency?: number;
            /**
             * Format: double
             * @description Measured loss factor of the pot; Of the pot or kettle, on the modelled loss, from a thermometer reading
             */
            loss_factor?: number;
            /**
             * Format: double
             * @description Measured power; Heat burned at full, from a timed boil; W
             */
            power_w?: number;
            /**
             * Format: double
             * @description Measured strength; Strength of this brew, from a refractometer; %
             */
            tds_pct?: number;
        };
        Canister: {
            /**
             * Format: double
             * @description n-Butane; %
             */
            butane_pct?: number;
            /**
             * Format: double
             * @description Canister holds; g; when left out: 230
             */
            capacity_g?: number;
            /**
             * Format: double
             * @description Isobutane; %
             */
            isobutane_pct?: number;
            /**
             * Format: double
             * @description Gas left; g; when left out: all of it
             */
            left_g?: number;
            /**
             * Format: double
             * @description Propane; %
             */
            propane_pct?: number;
            /**
             * Format: double
             * @description Rated flame at; Gauge pressure at which the burner has its rated flame; that of the mixture at 15 °C at the sea when left out; bar
             */
            rated_bar?: number;
            /**
             * Format: double
             * @description Canister temperature; °C; when left out: that of the air
             */
            temp_c?: number;
        };
        CanisterAnswer: {
            /** Format: double */
            ambient_bar: number;
            /** @description One boil after another, the canister warm again each time, until it is empty */
            boils: components["schemas"]["Boiled"][];
            /** Format: double */
            end_c: number;
            /**
             * Format: double
             * @description Of the burner's full flame, in the mean; null where it does not feed
             */
            flame_pct: number | null;
            /** Format: double */
            fuel_g: number;
            /** @description [canister °C, gauge bar] as filled */
            full: number[][];
            /**
             * Format: double
             * @description To the boil; null where it does not feed
             */
            heat_s: number | null;
            /** @description With a tenth left */
            last: number[][];
            /** Format: double */
            lowest_bar: number;
            /** @description With what is left now */
            now: number[][];
            request: components["schemas"]["Request"];
            /**
             * Format: double
             * @description Gauge
             */
            start_bar: number;
            /** Format: double */
            temp_c: number;
            /** @enum {string} */
            verdict: "fine" | "weak" | "will-not-feed";
            /**
             * Format: double
             * @description Temperature to start a boil from to feed well to its end; null when none up to 45 °C does
             */
            warm_c: number | null;
            working: {
                [key: string]: components["schemas"]["Figure"];
            };
        };
        CanisterIn: {
            request: components["schemas"]["Request"];
            /**
             * Format: double
             * @description One boil; 600 when left out; ml
             */
            water_ml?: number;
        };
        CanisterPlan: {
            /** Format: double */
            end_bar: number | null;
            /** Format: double */
            end_c: number | null;
            /**
             * Format: double
             * @description Gas left afterwards
             */
            end_g: number | null;
            /**
             * Format: double
             * @description The mean flame to the boil, of the burner's full one
             */
            flame_pct: number | null;
            /**
             * Format: double
             * @description Lowest gauge pressure during the brew
             */
            lowest_bar: number | null;
            /**
             * Format: double
             * @description Gauge pressure, over the air at the stop
             */
            start_bar: number | null;
            /** @enum {string} */
            verdict: "fine" | "weak" | "will-not-feed";
        };
        CanisterUse: {
            /** Format: int64 */
            brews: number;
            /** Format: double */
            capacity_g: number;
            /** Format: double */
            end_g: number;
            /**
             * Format: int64
             * @description Stop where it is bought; −1 before leaving
             */
            from: number;
            /** Format: int64 */
            n: number;
            /**
             * Format: double
             * @description Of what is left
             */
            propane_pct: number;
            /** Format: double */
            start_g: number;
        };
        Carried: {
            /**
             * Format: int64
             * @description How many of the events were there when it was taken along; the others were made in it
             */
            base: number;
            events: components["schemas"]["Edit"][];
            /** @enum {string} */
            format: "apodemos-pocket";
            pocket: components["schemas"]["PocketInfo"];
            /** @description Brews that are being made */
            running?: components["schemas"]["RunningRecord"][];
            /** @description SHA-256 of the events as JSON, hexadecimal: a damaged file is known by it */
            sum: string;
            /** Format: int64 */
            version: number;
        };
        CarriedCanister: {
            /** Format: double */
            butane_pct: number;
            /** Format: double */
            capacity_g: number;
            /** Format: double */
            isobutane_pct: number;
            /**
             * Format: double
             * @description As weighed; full when left out
             */
            left_g?: number;
            /** Format: double */
            propane_pct: number;
        };
        Catalogue: {
            burners: components["schemas"]["Burner"][];
            /** @description How cold it is, in words */
            cold: components["schemas"]["Air"][];
            fields: components["schemas"]["Field"][];
            /** @description Those that another method's brewer fixes besides */
            fixed_by_method: string[];
            /** @description Paths of a request that a school fixes for itself */
            fixed_by_school: string[];
            fuels: components["schemas"]["Fuel"][];
            /** @description Words for the grind, fine to coarse */
            grinds: string[];
            guidance: components["schemas"]["Guidance"];
            materials: components["schemas"]["Material"][];
            methods: components["schemas"]["MethodInfo"][];
            /** @description What the words of a request are called; a school's is under method/school */
            names: {
                [key: string]: string;
            };
            /** @description Where water comes from */
            sources: components["schemas"]["Source"][];
            /** @description Plain generic gear with typical figures; its IDs are below zero, for it is nobody's */
            starter: components["schemas"]["Item"][];
            /** @description Words of the field, with what they mean */
            terms: components["schemas"]["Term"][];
            wind: components["schemas"]["Air"][];
            wishes: string[];
        };
        Caution: {
            /** @description Read before the first step: it is about the water that the brew begins with */
            first: boolean;
            id: string;
            /** @enum {string} */
            level: "note" | "care" | "danger";
            /** @description ID of the step where it stands; empty when it covers the brew */
            step: string;
            text: string;
            why: string;
        };
        Change: {
            /**
             * @description home: in a kitchen at sea level; plain: with nothing made up for
             * @enum {string}
             */
            as?: "" | "home" | "plain";
            /**
             * Format: double
             * @description The bed was seen drained then, from first contact: this dripper with this paper and grinder is fitted to it
             */
            drained_s?: number;
            /** @description Made another way: what it fixes for itself is left to it */
            method?: string;
            /** @description A pour is moved, and those after it that were moved before go with it */
            pour?: components["schemas"]["Pour"];
            /**
             * Format: double
             * @description The scale should stop at this at last
             */
            reading_g?: number;
            /** @description Made by a recipe of one's own: what that sets is not asked besides */
            recipe?: components["schemas"]["Recipe"];
            school?: string;
        };
        ChangedIn: {
            change: components["schemas"]["Change"];
            request: components["schemas"]["Request"];
        };
        Choice: {
            /**
             * Format: double
             * @description Water to bring
             */
            carry_ml: number | null;
            /** Format: double */
            cup_c: number | null;
            /** Format: double */
            dose_g: number | null;
            /** Format: double */
            drink_ml: number | null;
            /** Format: double */
            energy_wh: number | null;
            /** Format: double */
            extraction_pct: number | null;
            /** Format: double */
            fuel_g: number | null;
            /**
             * Format: double
             * @description The part of it that takes hands
             */
            hands_s: number | null;
            /** @description Inside the published window of extraction and strength */
            in_window: boolean;
            /** @description What the shelf lacks for it; empty when nothing, or when the shelf is empty */
            lacks: string;
            method: string;
            possible: boolean;
            school: string;
            /** Format: double */
            tds_pct: number | null;
            /**
             * Format: double
             * @description From the first thing to do until it is served
             */
            total_s: number | null;
            /** @description Why this water has to be made safe before, for a school that does not disinfect it; empty where it is safe or boils */
            water: string;
            /** @description What it has one carry: coffee, fuel, papers and the brewer; null where it is not possible */
            weight: components["schemas"]["Figure"] | null;
            /** @description Why it is not possible here; empty when it is */
            why_not: string;
        };
        Choosing: {
            progress?: components["schemas"]["Progress"];
            /**
             * @description waiting: that of another trip is being made
             * @enum {string}
             */
            state: "idle" | "waiting" | "choosing";
        };
        ClashLine: {
            /** @description Null where there is none */
            here: unknown;
            label: string;
            there: unknown;
            unit: string;
        };
        ClashOut: {
            /** @enum {string} */
            chosen: "" | "here" | "there";
            /** @description In words */
            field: string;
            id: string;
            kind: string;
            /**
             * @description Which of the two was written when more was known
             * @enum {string}
             */
            later: "here" | "there";
            /** @description Side by side */
            lines: components["schemas"]["ClashLine"][];
            /** @description Of the record */
            name: string;
        };
        Coffee: {
            /**
             * Format: double
             * @description Days since roasting; when left out: 14
             */
            days_off_roast?: number;
            /** @description Ground at home; when left out: false */
            ground_ahead?: boolean;
            /** @description Coffee; UUID of a coffee that is kept */
            id?: string;
            /** @description Coffee’s name; As it is called, for reading */
            name?: string;
            /**
             * @description Roast; when left out: medium
             * @enum {string}
             */
            roast?: "light" | "medium" | "dark";
            /**
             * @description Kind of bean; when left out: arabica
             * @enum {string}
             */
            species?: "arabica" | "robusta" | "decaffeinated";
        };
        CoffeeBag: {
            /**
             * Format: double
             * @description That it had, or had left when it was last weighed
             */
            grams?: number;
            /** @description It is ground already */
            ground?: boolean;
            /** @description UUID, as the requests of its brews name it */
            id: string;
            name: string;
            /** @description Notes printed on it, with commas between them */
            printed_notes?: string;
            /** @description The recipe printed on it, as it stands */
            printed_recipe?: string;
            process?: string;
            /** @enum {string} */
            roast?: "" | "light" | "medium" | "dark";
            /** @description ISO date, or empty */
            roasted_on?: string;
            /** @description When that was: what was brewed from then on is taken off */
            since?: string;
            /** @enum {string} */
            species?: "" | "arabica" | "robusta" | "decaffeinated";
            /**
             * Format: double
             * @description In it when the trip begins; what is brewed of it is not counted from the trip's supplies. Left out where nobody said
             */
            start_g?: number;
        };
        CoffeeNeed: {
            /** @description Name of the bag that it is taken from; empty where it is of the trip's supplies */
            bag?: string;
            /** Format: double */
            g: number;
            /** @description Grind in words where it is ground at home; empty for whole beans */
            ground: string;
            /** @description In words */
            kind: string;
        };
        CoffeeOut: {
            /** @description As a request has it, on the day that was asked */
            beans: components["schemas"]["Coffee"];
            /**
             * Format: int64
             * @description Written down of it
             */
            cups: number;
            deleted?: boolean;
            /**
             * Format: double
             * @description That it had, or had left when it was last weighed
             */
            grams?: number;
            /** @description It is ground already */
            ground?: boolean;
            /** Format: int64 */
            id: number;
            /**
             * Format: double
             * @description Null where nobody said how much there was
             */
            left_g: number | null;
            name: string;
            /** @description Notes tasted beside those printed */
            notes: components["schemas"]["Notes"];
            /** @description Notes printed on it, with commas between them */
            printed_notes?: string;
            /** @description The recipe printed on it, as it stands */
            printed_recipe?: string;
            process?: string;
            /**
             * Format: int64
             * @description Grows with each change
             */
            revision: number;
            /** @enum {string} */
            roast?: "" | "light" | "medium" | "dark";
            /** @description ISO date, or empty */
            roasted_on?: string;
            /** @description When that was: what was brewed from then on is taken off */
            since?: string;
            /** @enum {string} */
            species?: "" | "arabica" | "robusta" | "decaffeinated";
            /**
             * Format: double
             * @description Brewed of it since it was weighed
             */
            used_g: number;
            uuid: string;
        };
        CompareIn: {
            /** Format: int64 */
            a: number;
            /** Format: int64 */
            b: number;
        };
        Compared: {
            a: components["schemas"]["Point"];
            b: components["schemas"]["Point"];
            differences: components["schemas"]["CupDifference"][];
            /** @enum {string} */
            liked: "a" | "b" | "same" | "unsaid";
            /** @description In what they are alike, as far as anybody could tell */
            same: components["schemas"]["SameFigure"][];
            why: components["schemas"]["Phrase"];
        };
        Comparison: {
            base: components["schemas"]["Result"];
            changed: components["schemas"]["Result"];
            differences: components["schemas"]["Difference"][];
            /** @description Brews made another way */
            swaps: components["schemas"]["Swap"][];
        };
        Conditions: {
            calibration?: components["schemas"]["Calibration"];
            heat?: components["schemas"]["Heat"];
            place?: components["schemas"]["Place"];
            vessel?: components["schemas"]["Vessel"];
            water?: components["schemas"]["Water"];
        };
        Considered: {
            change?: components["schemas"]["OneChange"];
            expected?: components["schemas"]["Point"];
            lever: string;
            /** Format: double */
            miss: number;
            taken: boolean;
            why: components["schemas"]["Phrase"];
        };
        Cost: {
            /** @enum {string} */
            id: "flow" | "evenness" | "late" | "cooling" | "amount";
            /**
             * Format: double
             * @description Of drink
             */
            ml: number;
            /**
             * Format: double
             * @description Of extraction, more or less than planned
             */
            points: number;
            text: components["schemas"]["Phrase"];
        };
        Cup: {
            /**
             * Format: double
             * @description Cups there are; Cups there are; as many as people when left out
             */
            count?: number;
            /** @description Insulated cup; when left out: false */
            insulated?: boolean;
            /**
             * Format: double
             * @description Cup mass; g; when left out: 120
             */
            mass_g?: number;
            /**
             * @description Cup material; when left out: steel
             * @enum {string}
             */
            material?: "titanium" | "aluminium" | "steel" | "enamel" | "glass" | "ceramic" | "plastic" | "silicone" | "wood";
            /** @description Cup preheated; when left out: false */
            preheated?: boolean;
        };
        CupDifference: {
            a?: components["schemas"]["Value"];
            b?: components["schemas"]["Value"];
            field: string;
            label: string;
            /** @description A method, a school under its method, or the name of a recipe of one's own */
            word_a?: string;
            word_b?: string;
        };
        Curves: {
            /** @description In the cup, from serving */
            cup_c: number[][];
            scale_g: number[][];
            /** @description Where water and coffee are */
            slurry_c: number[][];
            /** @description In the kettle or pot */
            water_c: number[][];
        };
        DayTotals: {
            /** Format: int64 */
            brews: number;
            /**
             * Format: double
             * @description The same at the upper end of what the estimate may be out
             */
            caffeine_high_mg: number;
            /**
             * Format: double
             * @description For one who drinks a cup of each brew
             */
            caffeine_mg: number;
            /** Format: int64 */
            day: number;
            /** @description Not over it, but its upper end is */
            may_be_over: boolean;
            /**
             * Format: double
             * @description Making coffee before noon
             */
            morning_s: number;
            /** @description Over the published guidance on caffeine for a day */
            over: boolean;
        };
        Dealt: {
            /**
             * @description Which brew goes into the first cup
             * @enum {string}
             */
            first: "a" | "b";
            /** @enum {string} */
            second: "a" | "b";
        };
        Device: {
            /** Format: int64 */
            id: number;
            name: string;
            /** @description UTC, RFC 3339 */
            paired_at: string;
            /** @description UTC, RFC 3339, to the minute */
            seen_at: string;
        };
        Did: {
            /** @description Where it steeps in its pot */
            coffee_in?: boolean;
            /** @description The kettle is filled, as planned */
            fill?: boolean;
            /**
             * Format: double
             * @description Of the full one
             */
            flame?: number;
            lid?: boolean;
            /** @description The dripper is off */
            lift?: boolean;
            /** @description Pressed, decanted: the drink is off its grounds */
            out?: boolean;
            /**
             * Format: double
             * @description Onto the coffee
             */
            pour_g_s?: number;
            stir?: boolean;
            /**
             * Format: double
             * @description Since the practice began
             */
            t_s: number;
        };
        Difference: {
            /** Format: double */
            is: number;
            label: string;
            path: string;
            unit: string;
            /** Format: double */
            was: number;
        };
        Differences: {
            /**
             * Format: double
             * @description Of the resistance of bed and paper
             */
            drain?: number;
            /**
             * Format: double
             * @description Of the size of the grounds
             */
            grind?: number;
            /**
             * Format: double
             * @description Spread of where a pour ends
             */
            hand_g?: number;
            /**
             * Format: double
             * @description How much hotter the kettle is when it is poured from, K
             */
            kettle_c?: number;
            /**
             * Format: double
             * @description The last pour does
             */
            last_g?: number;
            /**
             * Format: double
             * @description How much later than due the hand does each thing, on average
             */
            late_s?: number;
            /**
             * Format: double
             * @description Of what kettle and cup lose to the air: draught
             */
            loss?: number;
            /**
             * Format: double
             * @description The first pour goes over its reading by this
             */
            over_g?: number;
            /**
             * Format: double
             * @description Of the flame, over what was planned
             */
            power?: number;
            /**
             * Format: double
             * @description Of the speed of pouring
             */
            rate?: number;
            /**
             * Format: double
             * @description How much warmer the water is at first, K
             */
            source_c?: number;
        };
        Edit: {
            /** @description UTC, RFC 3339, by the clock of the device, which may be wrong: nothing is decided by it */
            at: string;
            /** @description Fields that are no longer there */
            cut?: string[];
            /** @description Of the device's session and a number that counts up in it */
            id: string;
            kind: string;
            /** @description Records, as kind/uuid, that are there, with the IDs of the events that said so, or not, before */
            live?: {
                [key: string]: string[];
            };
            /** @description IDs of the events whose value of a field it takes the place of */
            over?: {
                [key: string]: string[];
            };
            /** @description Fields by name, with their new values */
            set?: {
                [key: string]: unknown;
            };
            /**
             * Format: int64
             * @description Greater than that of all that was known when it was made (Lamport 1978); a choice has that of what it chose
             */
            stamp: number;
            uuid: string;
        };
        Elevation: {
            /** Format: double */
            m: number;
            source: string;
        };
        Elsewhere: {
            /** @description Local time of day, HH:MM, or empty */
            at?: string;
            /** Format: int64 */
            stop: number;
        };
        ErrorDetail: {
            /** @description Where the error occurred, e.g. 'body.items[3].tags' or 'path.thing-id' */
            location?: string;
            /** @description Error message text */
            message?: string;
            /** @description The value at the given location */
            value?: unknown;
        };
        ErrorModel: {
            /**
             * @description A human-readable explanation specific to this occurrence of the problem.
             * @example Property foo is required but is missing.
             */
            detail?: string;
            /** @description Optional list of individual error details */
            errors?: components["schemas"]["ErrorDetail"][];
            /**
             * Format: uri
             * @description A URI reference that identifies the specific occurrence of the problem.
             * @example https://example.com/error-log/abc123
             */
            instance?: string;
            /**
             * Format: int64
             * @description HTTP status code
             * @example 400
             */
            status?: number;
            /**
             * @description A short, human-readable summary of the problem type. This value should not change between occurrences of the error.
             * @example Bad Request
             */
            title?: string;
            /**
             * Format: uri
             * @description A URI reference to human-readable documentation for the error.
             * @default about:blank
             * @example https://example.com/errors/example
             */
            type: string;
        };
        Event: {
            /** @description A sign that a reading gave, and nobody's finger */
            auto?: boolean;
            /**
             * Format: double
             * @description What the canister weighs, with its can
             */
            canister_g?: number;
            /**
             * @description sign: what was waited for is there (it boils, the reading is reached, it is drained); skip-boil: go without the boil that makes the water safe; off-boil: it no longer boils, and that boil does not count; contact: the first water is seen, later than it was said to be poured
             * @enum {string}
             */
            kind: "start" | "next" | "back" | "pause" | "resume" | "sign" | "reading" | "skip-boil" | "off-boil" | "contact";
            /** @description Back to the beginning of the step that is on, where it has been on for a while */
            rewind?: boolean;
            /**
             * Format: double
             * @description What the scale shows
             */
            scale_g?: number;
            /**
             * Format: double
             * @description Where it steeps
             */
            slurry_c?: number;
            /** @description ID of the step that this is about: where another is on by then, it says nothing */
            step?: string;
            /** @description Of a record of version 1: next was asked once more while a boil that makes the water safe was not over. Counts for nothing otherwise */
            sure?: boolean;
            /**
             * Format: double
             * @description Seconds since the run's clock began
             */
            t_s: number;
            /**
             * Format: double
             * @description In the kettle or pot
             */
            water_c?: number;
        };
        EveryIn: {
            /** @enum {string} */
            meal: "morning" | "evening";
            /** @description Where it is possible; the best way of each stop where it is not, and when left out */
            method?: string;
            /** @description Say what would be made, and make nothing */
            preview?: boolean;
            school?: string;
        };
        EveryOut: {
            made: components["schemas"]["Brew"][];
            /** @description What was left out, or is made another way, and why */
            said: string[];
            /** @description What is made, or on a preview would be */
            would: components["schemas"]["Would"][];
        };
        Excluded: {
            /** Format: int64 */
            item: number;
            /** @description The sentence with {0}, {1}… where the values go; absent when it has no figures */
            template?: string;
            /** @description The sentence, with figures in metric units */
            text: string;
            values?: components["schemas"]["Value"][];
        };
        Exercise: {
            /** Format: double */
            altitude_m: number;
            /** @enum {string} */
            kind: "stream" | "gram" | "broken" | "guess" | "boil" | "climb" | "press";
            poured?: components["schemas"]["Did"][];
            /** Format: int64 */
            seed: number;
            /**
             * Format: double
             * @description When it was said, or the press was down
             */
            tap_s?: number;
        };
        Exercised: {
            /** @description What there is to see: s, and steam or foam from 0 to 1 */
            course: number[][];
            /**
             * Format: double
             * @description In unit; null before it is over
             */
            error: number | null;
            text: components["schemas"]["Phrase"];
            /**
             * Format: double
             * @description The temperature when it was said
             */
            truth_c: number | null;
            /**
             * Format: double
             * @description When it was so; null before it was said
             */
            truth_s: number | null;
            unit: string;
        };
        Facts: {
            /** @description What may be used; not known when left out */
            allowed?: ("fire" | "stove" | "mains" | "urn")[];
            /** @description Waste can be left here */
            bin?: boolean;
            /**
             * Format: double
             * @description Air from 10:00
             */
            day_c?: number;
            fire_ban?: boolean;
            /** Format: double */
            lat?: number;
            /**
             * @description How the journey goes on from here
             * @enum {string}
             */
            leg_by?: "" | "foot" | "road" | "ferry" | "train" | "flight";
            /** Format: double */
            leg_hours?: number;
            /** Format: double */
            lon?: number;
            /**
             * Format: double
             * @description Air before 10:00
             */
            morning_c?: number;
            /**
             * Format: int64
             * @description 1 when left out; brews are made on each day of the stay
             */
            nights?: number;
            /** @description What can be bought */
            resupply?: ("coffee" | "fuel" | "filters" | "milk" | "water")[];
            /** @description Its water was taken over from before version 0.4 and has not been looked at since */
            water_review?: boolean;
            /**
             * @description Read from before version 0.4 and moved to conditions.water.source
             * @enum {string}
             */
            water_source?: "" | "tap" | "spring" | "stream" | "lake" | "snow" | "bottled" | "urn" | "none";
            /**
             * @description Read from before version 0.4 and moved to conditions.water.treatment
             * @enum {string}
             */
            water_trust?: "" | "trusted" | "doubtful";
        };
        Faults: {
            /**
             * Format: double
             * @description When it is in reach again
             */
            back_s?: number;
            /**
             * Format: double
             * @description When its battery is empty; 0 for never
             */
            dies_s?: number;
            /**
             * Format: double
             * @description In its unit, a minute
             */
            drift?: number;
            /**
             * Format: double
             * @description When it goes out of reach; 0 for never
             */
            lost_s?: number;
            /**
             * Format: double
             * @description Spread of a reading, in its unit
             */
            noise?: number;
            /**
             * Format: double
             * @description Time constant with which it comes to what there is: the lag of a thermometer
             */
            settle_s?: number;
            /**
             * Format: double
             * @description Of a hand that is on it, in its unit; it comes and goes
             */
            shake?: number;
        };
        Field: {
            /** @description What is allowed, in words */
            allowed: string;
            /** @description The value when left out; empty when there is none */
            default?: string;
            /** @enum {string} */
            kind: "number" | "word" | "yesno" | "text";
            label: string;
            /** Format: double */
            max: number;
            /** Format: double */
            min: number;
            path: string;
            unit: string;
            whole?: boolean;
            words?: string[];
        };
        Figure: {
            /** @description The formula in words */
            formula: string;
            inputs: components["schemas"]["Input"][];
            /** @enum {string} */
            kind: "measured" | "published" | "practice" | "memory" | "chosen";
            label: string;
            /** @description What the model leaves out */
            limits?: string;
            /**
             * Format: double
             * @description Uncertainty, either way, in the figure's unit
             */
            plus_minus: number | null;
            source: string;
            unit: string;
            /** Format: double */
            value: number | null;
        };
        Fit: {
            brewer: components["schemas"]["Item"] | null;
            burner: components["schemas"]["Item"] | null;
            /** @description What each drinks from */
            cup: components["schemas"]["Item"] | null;
            grinder: components["schemas"]["Item"] | null;
            /** @description What the brewer sits on and runs into: a cup, or what takes the drink of several */
            into: components["schemas"]["Item"] | null;
            joints: components["schemas"]["Joint"][];
            paper: components["schemas"]["Item"] | null;
            /** @description The pot or kettle on the heat */
            vessel: components["schemas"]["Item"] | null;
        };
        FitIn: {
            /** @description IDs of the pieces that go along: they are taken before the others */
            along?: number[];
            have: components["schemas"]["Item"][];
            request: components["schemas"]["Request"];
        };
        FollowIn: {
            /** @description The key of the answer before, in place of its record: only the program that gave it knows it, and not for long */
            after?: string;
            /** @description Leave out rest, which steps has too, and the record */
            brief?: boolean;
            /** @description In any order; after those of the record */
            events?: components["schemas"]["Event"][];
            /**
             * Format: double
             * @description Moment to look at, on the clock of t_s; that of the last event when left out
             */
            now_s?: number;
            /** @description What is kept of what happened before */
            record?: components["schemas"]["Record"];
            request: components["schemas"]["Request"];
        };
        Following: {
            /** @description Moments to come at which somebody is wanted, the first first, as far as the clock goes on by itself */
            alarms: components["schemas"]["Alarm"][];
            begun: boolean;
            /** @description As it has gone, and is to go, of the round that is on; from its first contact */
            curves: components["schemas"]["RunCurves"];
            done: boolean;
            forecast: components["schemas"]["Forecast"];
            /** @description Next was asked while the boil that makes the water safe is owed: it passes none */
            held: boolean;
            /** @description For the question after this one */
            key?: string;
            /**
             * Format: double
             * @description What the scale is to show next; null where nothing is poured any more
             */
            next_reading_g: number | null;
            /** @description What differs, and what to do about it; null while nothing does */
            notice: components["schemas"]["Phrase"] | null;
            /** @description What differs from the plan, and by how much */
            off: components["schemas"]["Off"][];
            paused: boolean;
            /** @description The same as it was planned */
            planned: components["schemas"]["Forecast"];
            /**
             * Format: double
             * @description Seconds around first contact
             */
            position_s: number;
            /** @description Left out of a brief answer */
            record?: components["schemas"]["Record"];
            /** @description Why the last reading was not taken; null where it was */
            refused: components["schemas"]["Phrase"] | null;
            /** @description The steps from the one that is on, planned anew */
            rest: components["schemas"]["LiveStep"][];
            /** @description The boil that makes the water safe, while it is on or waited for */
            safety: components["schemas"]["SafetyBoil"] | null;
            /** @description What to do, or what differs and what to do about it */
            say: string;
            /** @description The same as say, for the reader's units */
            say_phrase: components["schemas"]["Phrase"];
            /**
             * Format: double
             * @description What it shows now; null without a scale
             */
            scale_g: number | null;
            /** @description ID of the step to do now; empty before it begins and when it is over */
            step: string;
            /** @description All of them, as they went and are to go */
            steps: components["schemas"]["LiveStep"][];
            /** @description That this water was not made safe, where somebody chose to skip that; null otherwise */
            unsafe: components["schemas"]["Phrase"] | null;
            view: components["schemas"]["View"];
            /** Format: double */
            water_c: number | null;
        };
        Forecast: {
            /** Format: double */
            cup_c: number;
            /**
             * Format: double
             * @description In all cups together
             */
            drink_ml: number;
            /** Format: double */
            extraction_pct: number;
            /** Format: double */
            tds_pct: number;
        };
        Found: {
            /**
             * Format: double
             * @description Null where it is not known
             */
            altitude_m: number | null;
            boil: components["schemas"]["Boil"];
            water: components["schemas"]["WaterState"];
            ways: components["schemas"]["Way"][];
        };
        Fuel: {
            id: string;
            /**
             * Format: double
             * @description Lower heating value, MJ/kg; 0 for electricity
             */
            lhv_mj_per_kg: number;
            name: string;
        };
        FuelAnswer: {
            /**
             * Format: double
             * @description Boils from what is left in the canister or battery; null without one
             */
            boils: number | null;
            /** Format: double */
            burned_kj: number;
            /**
             * Format: double
             * @description Fitted from the weighed fuel, a share
             */
            efficiency: number | null;
            /**
             * Format: double
             * @description The same in percent
             */
            efficiency_pct: number | null;
            /** Format: double */
            energy_wh: number | null;
            /** Format: double */
            fuel_g: number | null;
            /** Format: double */
            heat_s: number;
            /**
             * Format: double
             * @description Fitted from the timed boil
             */
            power_w: number | null;
            request: components["schemas"]["Request"];
            shares: components["schemas"]["Share"][];
            /** Format: double */
            water_ml: number;
            working: {
                [key: string]: components["schemas"]["Figure"];
            };
        };
        FuelIn: {
            /**
             * Format: double
             * @description 1 when left out
             */
            boils?: number;
            /**
             * Format: double
             * @description g
             */
            grams?: number;
            request: components["schemas"]["Request"];
            /**
             * Format: double
             * @description Of one boil; s
             */
            time_s?: number;
            /**
             * Format: double
             * @description One boil; 600 when left out; ml
             */
            water_ml?: number;
        };
        Grind: {
            band: string;
            /** Format: double */
            clicks: number | null;
            /** Format: double */
            um: number | null;
        };
        GrindAnswer: {
            band: string;
            bands: components["schemas"]["Band"][];
            /**
             * Format: double
             * @description On the second grinder
             */
            clicks: number;
            /** Format: double */
            from_um_per_click: number;
            /** Format: double */
            from_zero_um: number;
            /** Format: double */
            to_um_per_click: number;
            /** Format: double */
            to_zero_um: number;
            /** Format: double */
            um: number;
            working: {
                [key: string]: components["schemas"]["Figure"];
            };
        };
        GrindIn: {
            /**
             * Format: double
             * @description On the first grinder; 20 when left out; clicks
             */
            clicks?: number;
            from: components["schemas"]["GrinderKnown"];
            to: components["schemas"]["GrinderKnown"];
        };
        Grinder: {
            /**
             * Format: double
             * @description Clicks; clicks
             */
            clicks?: number;
            /**
             * Format: double
             * @description Grinder, one click; µm/click
             */
            um_per_click?: number;
            /**
             * Format: double
             * @description Grinder at zero clicks; µm; when left out: 0
             */
            zero_um?: number;
        };
        GrinderKnown: {
            /** @description Two known settings, in place of the figures */
            known?: components["schemas"]["Setting"][];
            /**
             * Format: double
             * @description 37 when left out; µm/click
             */
            um_per_click?: number;
            /**
             * Format: double
             * @description 0 when left out; µm
             */
            zero_um?: number;
        };
        Guidance: {
            /**
             * Format: double
             * @description For most healthy adults: EFSA 2015 and US FDA
             */
            caffeine_day_mg: number;
            /** Format: double */
            caffeine_once_mg: number;
            /**
             * Format: double
             * @description A day
             */
            caffeine_pregnancy_mg: number;
            /** Format: double */
            extraction_max_pct: number;
            /**
             * Format: double
             * @description The published window of the Specialty Coffee Association's brewing control chart, from memory
             */
            extraction_min_pct: number;
            /**
             * Format: double
             * @description Under which they go out, from memory
             */
            least_bar: number;
            /**
             * Format: double
             * @description Gauge pressure down to which burners feed steadily, from memory
             */
            steady_bar: number;
            /** Format: double */
            tds_max_pct: number;
            /** Format: double */
            tds_min_pct: number;
        };
        Had: {
            /** Format: double */
            clicks?: number;
            /** Format: double */
            contact_s?: number;
            /** Format: double */
            dose_g?: number;
            /**
             * Format: double
             * @description Of a pocket pump, where thirteen are usual
             */
            presses?: number;
            /**
             * Format: double
             * @description Water at first contact
             */
            start_c?: number;
            /**
             * Format: double
             * @description Poured, all in all
             */
            water_g?: number;
            /** @description The boil that makes the water safe was skipped: the water was not safe */
            water_unboiled?: boolean;
        };
        HandStep: {
            /**
             * Format: double
             * @description s
             */
            at_s: number;
            do: string;
            /**
             * Format: double
             * @description 10 s when left out; s
             */
            for_s?: number;
            /** @description The sign that ends it; the time when left out */
            until?: string;
        };
        Health: {
            /** @enum {string} */
            status: "ok";
            version: string;
        };
        Heat: {
            /**
             * Format: double
             * @description Battery holds; Wh
             */
            battery_wh?: number;
            /**
             * @description Burner; when left out: canister
             * @enum {string}
             */
            burner?: "canister" | "canister-exchanger" | "petrol" | "spirit" | "tablets" | "twig" | "fire" | "element-12v" | "mains";
            canister?: components["schemas"]["Canister"];
            /**
             * Format: double
             * @description Efficiency in calm air; when left out: the burner's own
             */
            efficiency?: number;
            /**
             * @description Fuel; when left out: the burner's own
             * @enum {string}
             */
            fuel?: "gas" | "petrol" | "kerosene" | "ethanol" | "methanol" | "hexamine" | "wood" | "electric";
            /** @description Lid on while heating; when left out: true */
            lid?: boolean;
            /**
             * Format: double
             * @description Heat burned at full; W; when left out: the burner's own
             */
            power_w?: number;
            /** @description Gas stove with a regulator; The gas stove has a regulator, which holds its flame as the pressure falls; when left out: false */
            regulated?: boolean;
            /** @description Wind screen; when left out: false */
            screen?: boolean;
            /**
             * Format: double
             * @description Hot water supplied at; °C
             */
            supplied_c?: number;
        };
        HeatPlan: {
            /**
             * Format: double
             * @description Of the battery that the brew takes
             */
            battery_pct: number | null;
            canister: components["schemas"]["CanisterPlan"] | null;
            /**
             * Format: double
             * @description At the boil: disinfecting, and keeping hot until the last pour
             */
            dwell_s: number | null;
            /**
             * Format: double
             * @description Heat that must reach the pot
             */
            energy_kj: number | null;
            /** Format: double */
            energy_wh: number | null;
            /** Format: double */
            fuel_g: number | null;
            /** Format: double */
            heat_s: number | null;
        };
        Impossible: {
            /** Format: int64 */
            brew: number;
            field: string;
            message: string;
            name: string;
            /** Format: int64 */
            stop: number;
        };
        InBag: {
            /**
             * Format: double
             * @description That it had, or had left when it was last weighed
             */
            grams?: number;
            /** @description It is ground already */
            ground?: boolean;
            name: string;
            /** @description Notes printed on it, with commas between them */
            printed_notes?: string;
            /** @description The recipe printed on it, as it stands */
            printed_recipe?: string;
            process?: string;
            /** @enum {string} */
            roast?: "" | "light" | "medium" | "dark";
            /** @description ISO date, or empty */
            roasted_on?: string;
            /** @description When that was: what was brewed from then on is taken off */
            since?: string;
            /** @enum {string} */
            species?: "" | "arabica" | "robusta" | "decaffeinated";
        };
        Info: {
            /**
             * Format: double
             * @description How much faster than time the guide's clock runs
             */
            clock_rate: number;
            /** @description Identity of the database that answers: what a device keeps belongs to it */
            database: string;
            demo: boolean;
            /** @description Where a pocket answers, on the device itself */
            pocket?: components["schemas"]["PocketInfo"];
            /** @description Its data can be looked at and backed up, and not changed */
            read_only?: boolean;
            version: string;
        };
        Input: {
            label: string;
            /** @description Where it can be opened or changed: a figure's path, request.… for what was asked, or brews.ID.… for a figure of that brew's plan */
            path?: string;
            text?: string;
            unit: string;
            /**
             * Format: double
             * @description The number; null when the input is a word, in text
             */
            value: number | null;
        };
        Item: {
            /**
             * Format: double
             * @description Of a brewer: the base that rests on a rim. Of a vessel: its bottom; mm
             */
            base_mm?: number;
            /** @description A grinder that chops */
            blade?: boolean;
            /** @description When and how */
            calibrated?: string;
            /**
             * Format: double
             * @description ml
             */
            capacity_ml?: number;
            /** @enum {string} */
            condition?: "" | "good" | "worn" | "broken" | "lost";
            /**
             * Format: double
             * @description Pieces there are; 1 when left out
             */
            count?: number;
            /**
             * Format: double
             * @description Coffee that a brewer or a grinder's hopper takes; grams of a scoop; g
             */
            dose_g?: number;
            /**
             * Format: double
             * @description Of a dripper with its paper, from a timed drawdown
             */
            drain_factor?: number;
            /** Format: double */
            efficiency?: number;
            /**
             * Format: double
             * @description mm
             */
            height_mm?: number;
            /** Format: int64 */
            id?: number;
            insulated?: boolean;
            /** @enum {string} */
            kind: "brewer" | "filter" | "vessel" | "burner" | "fuel" | "grinder" | "scale" | "thermometer" | "cup" | "server" | "container" | "extra";
            /**
             * Format: double
             * @description Or the diameter of something round; mm
             */
            length_mm?: number;
            lid?: boolean;
            /** Format: double */
            loss_factor?: number;
            /**
             * Format: double
             * @description Of one; g
             */
            mass_g: number;
            material?: string;
            name: string;
            note?: string;
            /** @description Parts that come apart and get lost */
            parts?: string[];
            /**
             * Format: double
             * @description W
             */
            power_w?: number;
            /**
             * Format: double
             * @description To buy it, in any one currency; left out for what one has
             */
            price?: number;
            /**
             * Format: double
             * @description Of a scale; g
             */
            range_g?: number;
            /** @description A gas stove with a regulator */
            regulated?: boolean;
            /**
             * Format: int64
             * @description Grows with each change; given by the store
             */
            revision?: number;
            /**
             * Format: double
             * @description Of a cup or server: inner diameter at the rim; mm
             */
            rim_mm?: number;
            /** @description Of papers, and of the brewer that takes them */
            size?: string;
            /** @description Pours in a thin stream */
            spout?: boolean;
            /**
             * Format: double
             * @description g
             */
            step_g?: number;
            /**
             * Format: double
             * @description mm
             */
            support_max_mm?: number;
            /**
             * Format: double
             * @description Of a burner: the smallest pot that stands on it; mm
             */
            support_min_mm?: number;
            /** @description Generic type: of a brewer or filter its name, of a burner or fuel its ID */
            type?: string;
            /** @description The figures are typical ones, not measured */
            typical?: boolean;
            /**
             * Format: double
             * @description µm/click
             */
            um_per_click?: number;
            /** @description Given by the store */
            uuid?: string;
            /**
             * Format: double
             * @description Left out for something round; mm
             */
            width_mm?: number;
            /**
             * Format: double
             * @description µm
             */
            zero_um?: number;
        };
        "Join-stopsRequest": {
            /**
             * Format: int64
             * @description The stop that is given up
             */
            with: number;
        };
        Joint: {
            /**
             * Format: int64
             * @description Item
             */
            a: number;
            /**
             * Format: int64
             * @description Item; 0 where the other side is a brew
             */
            b?: number;
            /**
             * Format: double
             * @description What counts, such as the base's overhang
             */
            figure: number | null;
            /** @enum {string} */
            level: "fits" | "care" | "no";
            /** Format: double */
            limit: number | null;
            /** @description What would mend it; empty when it fits */
            remedy: string;
            rule: string;
            /** @description The sentence with {0}, {1}… where the values go; absent when it has no figures */
            template?: string;
            /** @description The sentence, with figures in metric units */
            text: string;
            values?: components["schemas"]["Value"][];
        };
        Kept: {
            /**
             * Format: date-time
             * @description When its clock began, UTC
             */
            began_at: string;
            record: components["schemas"]["Record"];
            /** @description Time zone of the stop */
            zone?: string;
        };
        KeyOut: {
            /** @description Of each address that the program has; the text is the address */
            codes: components["schemas"]["ShareOut"][];
            key: string;
            /** @description UTC, RFC 3339 */
            until: string;
        };
        Kit: {
            brews: components["schemas"]["Serving"][];
            /**
             * Format: double
             * @description 0 to 100: extraction in the window, taste wished, warmth, steadiness of hand that it asks
             */
            cup: number;
            /**
             * Format: double
             * @description Loose parts, mess and papers; less is better
             */
            fuss: number;
            /** Format: double */
            gear_g: number;
            items: number[];
            /**
             * Format: double
             * @description Gear, and what is used up until it can be bought, with the water for rinsing at the worst carry
             */
            mass_g: number;
            /**
             * Format: double
             * @description Mean, each brew
             */
            minutes: number;
            /**
             * Format: double
             * @description Longest morning
             */
            morning_min: number;
            /** Format: double */
            price: number;
            /**
             * Format: double
             * @description Weighted; less is better
             */
            score: number;
            /**
             * Format: double
             * @description Coffee, fuel with its container, papers, rinsing water
             */
            used_g: number;
            /** Format: double */
            volume_ml: number;
        };
        Laid: {
            answer: components["schemas"]["Answer"] | null;
            /** @description Brews made another way because something was lost or broke before them */
            fallback: components["schemas"]["Serving"][];
            /** @description Brews that cannot be made any more */
            stuck: components["schemas"]["Blocked"][];
        };
        LayIn: {
            items: number[];
            wishes?: components["schemas"]["Wishes"];
        };
        Learnt: {
            /** Format: double */
            extraction_pct: number;
            /** @description As far as was known after it */
            liking: components["schemas"]["Liking"];
            /** @description Where the model alone has it */
            model: components["schemas"]["Point"];
            said: components["schemas"]["Phrase"];
            /** Format: double */
            tds_pct: number;
        };
        Lies: {
            /** @enum {string} */
            extraction: "under" | "in" | "over";
            /** @enum {string} */
            strength: "weak" | "in" | "strong";
        };
        Liking: {
            /** Format: double */
            extraction_high_pct: number;
            /** Format: double */
            extraction_low_pct: number;
            /** Format: double */
            extraction_pct: number;
            /** Format: double */
            tds_high_pct: number;
            /** Format: double */
            tds_low_pct: number;
            /** Format: double */
            tds_pct: number;
        };
        LinePoint: {
            /** Format: int64 */
            day: number;
            /** Format: double */
            left: number;
            /** @description Of the brew or the stop */
            name: string;
            /** Format: int64 */
            stop: number;
            /**
             * @description flown: left behind, for no aircraft takes it
             * @enum {string}
             */
            why: "start" | "bought" | "brew" | "flown";
        };
        LiveStep: {
            /** Format: double */
            at_s: number;
            /**
             * Format: double
             * @description When it really began; null while it has not
             */
            began_s: number | null;
            /** @description ID of the caution that stands here */
            caution: string;
            /** @description It lasts until the bed is drained */
            drains?: boolean;
            /** Format: double */
            ended_s: number | null;
            /** Format: double */
            for_s: number;
            id: string;
            /** @description It makes the water safe: not to be cut short */
            keep?: boolean;
            /** @description A word or two, for the score */
            label: string;
            /** @enum {string} */
            lane: "water" | "flame" | "scale" | "hands";
            /** @description How far a pour may be moved */
            move?: components["schemas"]["Move"];
            /** @description ID of the plan's step that it is */
            of: string;
            /** Format: int64 */
            round: number;
            sign: string;
            skip?: boolean;
            /** @description The sentence with {0}, {1}… where the values go; absent when it has no figures */
            template?: string;
            /** @description The sentence, with figures in metric units */
            text: string;
            /**
             * Format: double
             * @description What is in when it ends: the reading to stop at, where there is a scale
             */
            to_g: number | null;
            /** @enum {string} */
            until: "time" | "weight" | "temperature" | "sign";
            values?: components["schemas"]["Value"][];
        };
        LogEntry: {
            /** Format: double */
            altitude_m: number | null;
            /** Format: double */
            boil_c: number;
            /** Format: int64 */
            brew_id: number;
            brew_name: string;
            /** Format: date-time */
            brewed_at: string;
            /** @description Who tasted */
            by?: string;
            /** Format: double */
            clicks: number | null;
            /** @description UUID of the coffee; that of the plan when left out */
            coffee?: string;
            /** @description Also of one that is deleted since */
            coffee_name: string;
            /** Format: double */
            contact_s: number;
            /** Format: double */
            dose_g: number;
            /**
             * Format: double
             * @description As it was planned
             */
            extraction_pct: number | null;
            /**
             * Format: double
             * @description 0 lively … 3 flat
             */
            flat?: number;
            /** Format: double */
            grind_um: number | null;
            /**
             * Format: double
             * @description 0 soft … 3 harsh
             */
            harsh?: number;
            /**
             * Format: double
             * @description 0 full … 3 hollow
             */
            hollow?: number;
            /**
             * Format: double
             * @description At the first sip: -2 cold … 0 right … 2 too hot
             */
            hotness?: number;
            /** Format: int64 */
            id: number;
            /** @description How it was made, where it was followed */
            made?: components["schemas"]["Kept"];
            /** Format: double */
            mark?: number;
            method: string;
            /** @description Notes tasted, with commas between them */
            notes?: string;
            /** Format: int64 */
            plan_id: number;
            /** Format: double */
            planned_tds_pct: number | null;
            /** Format: double */
            poured_ml: number;
            /** @description Of one's own recipe; empty without one */
            recipe_name: string;
            /**
             * Format: int64
             * @description Grows with each change
             */
            revision: number;
            /** @description Where it differed from the plan */
            run?: components["schemas"]["Had"];
            /** @description How it was, in a few words; empty where it was not said */
            says: string;
            school: string;
            /**
             * Format: double
             * @description 0 clean … 3 muddy
             */
            silt?: number;
            small: components["schemas"]["Small"];
            /**
             * Format: double
             * @description -3 sour … 0 balanced … 3 bitter
             */
            sour_bitter?: number;
            /** Format: double */
            start_c: number;
            /** Format: int64 */
            stop_id: number;
            stop_name: string;
            /**
             * Format: double
             * @description As a refractometer reads it, in %
             */
            tds_pct?: number;
            /** Format: int64 */
            trip_id: number;
            uuid: string;
            /**
             * Format: double
             * @description -3 weak … 0 right … 3 strong
             */
            weak_strong?: number;
            words?: string;
        };
        LogIn: {
            /** Format: date-time */
            brewed_at: string;
            /** @description Who tasted */
            by?: string;
            /** @description UUID of the coffee; that of the plan when left out */
            coffee?: string;
            /**
             * Format: double
             * @description 0 lively … 3 flat
             */
            flat?: number;
            /**
             * Format: double
             * @description 0 soft … 3 harsh
             */
            harsh?: number;
            /**
             * Format: double
             * @description 0 full … 3 hollow
             */
            hollow?: number;
            /**
             * Format: double
             * @description At the first sip: -2 cold … 0 right … 2 too hot
             */
            hotness?: number;
            /** @description How it was made, where it was followed */
            made?: components["schemas"]["Kept"];
            /** Format: double */
            mark?: number;
            /** @description Notes tasted, with commas between them */
            notes?: string;
            /** @description Where it differed from the plan */
            run?: components["schemas"]["Had"];
            /**
             * Format: double
             * @description 0 clean … 3 muddy
             */
            silt?: number;
            /**
             * Format: double
             * @description -3 sour … 0 balanced … 3 bitter
             */
            sour_bitter?: number;
            /**
             * Format: double
             * @description As a refractometer reads it, in %
             */
            tds_pct?: number;
            /**
             * Format: double
             * @description -3 weak … 0 right … 3 strong
             */
            weak_strong?: number;
            words?: string;
        };
        Lost: {
            /** Format: int64 */
            item: number;
            /** Format: int64 */
            stop: number;
        };
        Material: {
            /** Format: double */
            emissivity: number;
            id: string;
            name: string;
            /** Format: double */
            specific_heat: number;
            /** Format: double */
            wall: number;
        };
        Measure: {
            /**
             * Format: double
             * @description A measure holds; g
             */
            grams?: number;
            /** @description Measure */
            name?: string;
            /**
             * Format: double
             * @description Measured to the nearest; when left out: 0.5
             */
            step?: number;
        };
        Measures: {
            /**
             * Format: double
             * @description How many, rounded to what the measure can show
             */
            count: number;
            /**
             * Format: double
             * @description Grams over (or under, negative) the dose wished
             */
            error_g: number;
            /**
             * Format: double
             * @description What that many hold
             */
            grams: number;
            name: string;
        };
        MethodInfo: {
            contact: string;
            family: string;
            id: string;
            /** @description The pot on the heat is the brewer */
            in_pot: boolean;
            name: string;
            needs: string[];
            schools: components["schemas"]["SchoolInfo"][];
            scores: components["schemas"]["Scores"];
            summary: string;
        };
        Minerals: {
            /** Format: double */
            alkalinity_mg_l: number;
            /** Format: double */
            hardness_mg_l: number;
        };
        MineralsAnswer: {
            /**
             * Format: double
             * @description Dissolved solids that the salts add, without the Epsom salt's water of crystallisation
             */
            added_tds_mg_l: number;
            /** Format: double */
            bottle_ml: number;
            /** @description Empty when the bottles stay dissolved; else what to change */
            dissolve: string;
            /** Format: double */
            dose_ml: number;
            /**
             * Format: double
             * @description For one bottle
             */
            epsom_g: number;
            /** Format: double */
            epsom_mg_per_l: number;
            /** @description The source lies in the published core zone */
            in_zone: boolean;
            /**
             * Format: double
             * @description That a pair of bottles makes
             */
            litres: number;
            result: components["schemas"]["Minerals"];
            second: components["schemas"]["Minerals"];
            /** Format: double */
            soda_g: number;
            /** Format: double */
            soda_mg_per_l: number;
            /** Format: double */
            sodium_mg_per_l: number;
            source: components["schemas"]["Minerals"];
            /**
             * Format: double
             * @description The source's share in percent
             */
            source_pct: number;
            /**
             * Format: double
             * @description 0 to 1; the rest is the second water
             */
            source_share: number;
            target: components["schemas"]["Minerals"];
            working: {
                [key: string]: components["schemas"]["Figure"];
            };
        };
        MineralsIn: {
            /**
             * Format: double
             * @description mg/L
             */
            alkalinity_mg_l?: number;
            /**
             * Format: double
             * @description Each of two concentrate bottles; 60 when left out; ml
             */
            bottle_ml?: number;
            /**
             * Format: double
             * @description Of each to a litre; 2 when left out; ml
             */
            dose_ml?: number;
            /**
             * Format: double
             * @description Of the source; 0 when left out; mg/L
             */
            hardness_mg_l?: number;
            /**
             * Format: double
             * @description mg/L
             */
            second_alkalinity_mg_l?: number;
            /**
             * Format: double
             * @description Of the water that it is cut with; 0, distilled, when left out; mg/L
             */
            second_hardness_mg_l?: number;
            /**
             * Format: double
             * @description 40 when left out; mg/L
             */
            target_alkalinity_mg_l?: number;
            /**
             * Format: double
             * @description 68 when left out; mg/L
             */
            target_hardness_mg_l?: number;
        };
        Moment: {
            /** @description RFC 3339 with the offset of the stop's zone; a date for a task of any time of the day; empty when the trip has no date */
            from: string;
            timed: boolean;
            to: string;
        };
        Move: {
            /** Format: double */
            at_high_s: number;
            /** Format: double */
            at_low_s: number;
            /** Format: double */
            to_high_pct: number;
            /**
             * Format: double
             * @description Share of the brew water that is in when it ends
             */
            to_low_pct: number;
        };
        Nest: {
            /**
             * Format: int64
             * @description 0 for the pack itself
             */
            in: number;
            /** Format: int64 */
            item: number;
            text: string;
        };
        NewBrew: {
            at: string;
            name: string;
            request: components["schemas"]["Request"];
            /** Format: int64 */
            trip_id: number;
        };
        Note: {
            id: string;
            /** @description The sentence with {0}, {1}… where the values go; absent when it has no figures */
            template?: string;
            /** @description The sentence, with figures in metric units */
            text: string;
            values?: components["schemas"]["Value"][];
            why: string;
        };
        Notes: {
            found: string[];
            missing: string[];
            new: string[];
        };
        Noticed: {
            /** @description Where it came to */
            following: components["schemas"]["Following"] | null;
            had: components["schemas"]["Had"];
            /** @description Null where none ran */
            kept: components["schemas"]["Kept"] | null;
            proposals: components["schemas"]["Calibrated"][];
        };
        Now: {
            /** @description The next brew of the trip that was asked; null where there is none */
            next: components["schemas"]["Ahead"] | null;
            /** @description Being made, the one touched last first */
            running: components["schemas"]["Ahead"][];
        };
        Odd: {
            /** @description Paths of the two */
            fields: string[];
            text: components["schemas"]["Phrase"];
        };
        Off: {
            /** Format: double */
            actual: number;
            /**
             * Format: double
             * @description Position
             */
            at_s: number;
            /** Format: double */
            planned: number;
            step: string;
            /**
             * @description water_c at first contact; poured_g when a pour has ended; zeroed_g in the scale, zeroed on the way; late_s of a step; boil_s of the boil; safe_boil_s of the boil that makes the water safe, where it was skipped; drain_s of the drawdown
             * @enum {string}
             */
            what: "water_c" | "slurry_c" | "poured_g" | "zeroed_g" | "late_s" | "boil_s" | "safe_boil_s" | "drain_s";
        };
        OneChange: {
            /**
             * Format: double
             * @description Of the grinder: under zero is finer
             */
            clicks?: number;
            /** Format: double */
            from: number;
            /** @enum {string} */
            lever: "grind" | "ratio" | "time" | "temperature" | "stop";
            /** @description The sentence with {0}, {1}… where the values go; absent when it has no figures */
            template?: string;
            /** @description The sentence, with figures in metric units */
            text: string;
            /** Format: double */
            to: number;
            unit: string;
            values?: components["schemas"]["Value"][];
        };
        Outcome: {
            /** Format: double */
            cup_c: number;
            /** Format: double */
            drink_ml: number;
            /** Format: double */
            extraction_pct: number;
            /** Format: double */
            tds_pct: number;
        };
        OwnGrinder: {
            /**
             * Format: double
             * @description µm/click
             */
            um_per_click: number;
            /**
             * Format: double
             * @description µm
             */
            zero_um?: number;
        };
        OwnRecipe: {
            deleted?: boolean;
            /** Format: int64 */
            id: number;
            recipe: components["schemas"]["Recipe"];
            /**
             * Format: int64
             * @description Grows with each change
             */
            revision: number;
            uuid: string;
        };
        PackLine: {
            /** @description Stays the same while the thing does, so that its tick stays */
            key: string;
            /**
             * Format: double
             * @description Of all of it; null where it is part of another line
             */
            mass_g: number | null;
            /** @description The sentence with {0}, {1}… where the values go; absent when it has no figures */
            template?: string;
            /** @description The sentence, with figures in metric units */
            text: string;
            values?: components["schemas"]["Value"][];
            where: string;
        };
        Pairing: {
            /** @description The program can be reached from beyond its own machine */
            beyond: boolean;
            devices: components["schemas"]["Device"][];
            /** @description Asked on its own machine, where devices are paired and let go of */
            here: boolean;
            /** @description Over HTTPS */
            secure: boolean;
        };
        Path: {
            coffee: components["schemas"]["CoffeeOut"];
            /** @description The oldest first */
            cups: components["schemas"]["PathCup"][];
            liking: components["schemas"]["Liking"] | null;
            /** @description The published window of extraction and strength */
            window: components["schemas"]["Window"];
        };
        PathCup: {
            at: components["schemas"]["Point"];
            /** Format: int64 */
            entry: number;
            says: string;
        };
        Phrase: {
            /** @description The sentence with {0}, {1}… where the values go; absent when it has no figures */
            template?: string;
            /** @description The sentence, with figures in metric units */
            text: string;
            values?: components["schemas"]["Value"][];
        };
        Place: {
            /**
             * Format: double
             * @description Air temperature; °C; when left out: 20
             */
            air_c?: number;
            /**
             * Format: double
             * @description Altitude; m; when left out: not known
             */
            altitude_m?: number;
            /**
             * Format: double
             * @description Altitude may be out by; By how much the altitude may be out, either way: a device's position is good to about 100 m; m
             */
            altitude_pm_m?: number;
            /**
             * @description Atmosphere; when left out: isa
             * @enum {string}
             */
            atmosphere?: "isa" | "west";
            /**
             * Format: double
             * @description Measured boiling point; °C
             */
            measured_boil_c?: number;
            /**
             * Format: double
             * @description Air outside; Air outside, for a pressure reduced to sea level; that of the air where it is said, and else the standard atmosphere's; °C; when left out: that of the air
             */
            outside_c?: number;
            /**
             * Format: double
             * @description Pressure here (a barometer at the place); hPa
             */
            pressure_hpa?: number;
            /**
             * Format: double
             * @description Pressure reduced to sea level; hPa
             */
            sea_level_hpa?: number;
            /**
             * @description Sea-level pressure from; What the pressure at sea level is: qnh, an airport's or a barometer's, reduced through the standard atmosphere; map, a weather map's or forecast's, reduced through the air as it is; either, where nobody knows; when left out: either
             * @enum {string}
             */
            sea_level_kind?: "qnh" | "map" | "either";
            /**
             * Format: double
             * @description Wind at the stove; m/s; when left out: 0
             */
            wind_ms?: number;
        };
        PlaceIn: {
            conditions: components["schemas"]["Conditions"];
            facts?: components["schemas"]["Facts"];
            name: string;
            note?: string;
            time_zone?: string;
        };
        Places: {
            brews: components["schemas"]["Brew"][];
            stops: components["schemas"]["StopOut"][];
        };
        Plan: {
            alternatives: components["schemas"]["Alternative"][];
            /** Format: double */
            batches: number | null;
            /** Format: double */
            boil_c: number | null;
            /** Format: double */
            boil_high_c: number | null;
            /** Format: double */
            boil_low_c: number | null;
            /** @description What becomes of the water before it meets coffee, in a line: first the boil that makes it safe */
            boiling: components["schemas"]["Phrase"];
            /** Format: double */
            caffeine_mg: number | null;
            cautions: components["schemas"]["Caution"][];
            /** @description The grind is finer than this brewer passes: contact, strength, cup and the time in all are null, and there is nothing to follow */
            clogged: boolean;
            /** Format: double */
            contact_s: number | null;
            /** Format: double */
            cup_c: number | null;
            /**
             * Format: double
             * @description Such cups that stay under the published guidance on caffeine for a day
             */
            cups_a_day: number | null;
            curves: components["schemas"]["Curves"];
            /** @description Paths in request that were not asked but filled in */
            defaulted: string[];
            /**
             * Format: double
             * @description Of one batch, or of one cup where each steeps on its own
             */
            dose_each_g: number | null;
            /** Format: double */
            dose_g: number | null;
            dose_measures: components["schemas"]["Measures"] | null;
            /** Format: double */
            drink_ml: number | null;
            /**
             * Format: double
             * @description From serving until the cup is at drinking temperature
             */
            drinkable_s: number | null;
            grind: components["schemas"]["Grind"];
            /**
             * Format: double
             * @description The part of it that takes hands, in every batch and cup
             */
            hands_s: number | null;
            /** @description Null when hot water is supplied */
            heat: components["schemas"]["HeatPlan"] | null;
            notes: components["schemas"]["Note"][];
            /** Format: double */
            pressure_hpa: number | null;
            /** Format: double */
            ratio_g_per_l: number | null;
            /** @description What the person's own recipe sets, and what becomes of it here; empty without one */
            recipe: components["schemas"]["RecipeLine"][];
            /** Format: double */
            reference_contact_s: number | null;
            /** @description What was asked, with the defaults filled in */
            request: components["schemas"]["Request"];
            /** @description Batches, or cups that each steep on their own; empty when there is one */
            rounds: components["schemas"]["Round"][];
            /**
             * Format: double
             * @description Kept at a rolling boil to make the water safe, each batch; null where it is not boiled for that
             */
            safe_boil_s: number | null;
            /** Format: double */
            slurry_c: number | null;
            /**
             * Format: double
             * @description Water temperature that this stop gives at first contact
             */
            start_c: number | null;
            steps: components["schemas"]["Step"][];
            strength: components["schemas"]["StrengthPlan"];
            /**
             * Format: double
             * @description Wished water temperature at first contact
             */
            target_c: number | null;
            /**
             * Format: double
             * @description The school's band, for a light roast
             */
            target_high_c: number | null;
            /**
             * Format: double
             * @description The school's band, for a dark roast
             */
            target_low_c: number | null;
            /**
             * Format: double
             * @description From the first thing to do until all is served
             */
            total_s: number | null;
            version: string;
            /**
             * Format: double
             * @description 60 ml vials of the concentrate made or served
             */
            vials: number | null;
            /** Format: double */
            wait_s: number | null;
            water: components["schemas"]["WaterPlan"];
            working: {
                [key: string]: components["schemas"]["Figure"];
            };
        };
        PocketInfo: {
            /** @description UUIDs of trips that are known of by cups of the log alone */
            aside?: string[];
            /** @description Version of the core that works in it */
            core: string;
            /** @description Identity of the database that it was taken from */
            home: string;
            id: string;
            /** @description UTC, RFC 3339 */
            made_at: string;
            /** @description Of its first trip when it was taken along, and how many more there are */
            name: string;
            /** @description UUIDs of the trips */
            trips: string[];
        };
        PocketRead: {
            bringing: components["schemas"]["Bringing"];
            carried: components["schemas"]["Carried"];
        };
        Point: {
            /** Format: double */
            extraction_pct: number;
            /** Format: double */
            tds_pct: number;
        };
        Pour: {
            /**
             * Format: double
             * @description Begins, from first contact: after the pour before it, and up to 600 s later than the school has it
             */
            at_s?: number;
            /** @description Of the step */
            id: string;
            /**
             * Format: double
             * @description Share of the brew water that is in when it ends: between those of the pours around it
             */
            to_pct?: number;
        };
        PourTo: {
            /**
             * Format: double
             * @description s
             */
            at_s: number;
            /**
             * Format: double
             * @description How long it takes; at about 4 g a second when left out; s
             */
            for_s?: number;
            how?: string;
            /**
             * Format: double
             * @description The scale's reading at its end; g
             */
            to_g: number;
        };
        Practice: {
            /**
             * Format: double
             * @description That stands over the bed
             */
            above_ml: number;
            boils: boolean;
            /** @description What it would give now */
            cup: components["schemas"]["Outcome"];
            drained: boolean;
            /** Format: double */
            in_cups_ml: number;
            /** Format: double */
            kettle_ml: number;
            /** @description Water has met coffee */
            met: boolean;
            /** Format: double */
            scale_g: number;
            /**
             * Format: double
             * @description 0 none … 1 rolling, to be seen and heard
             */
            steam: number;
            /**
             * Format: double
             * @description As a thermometer reads it
             */
            water_c: number;
        };
        PracticeIn: {
            did: components["schemas"]["Did"][];
            differences?: components["schemas"]["Differences"];
            /** @description Flame, draught, grind and draining are drawn from the seed; the hand is one's own */
            drawn?: boolean;
            /** Format: double */
            now_s: number;
            request: components["schemas"]["Request"];
            /** Format: int64 */
            seed: number;
        };
        Progress: {
            /**
             * Format: double
             * @description By what share of its weighted sum the best so far can still be beaten, at most; 1 while there is none
             */
            gap: number;
            /**
             * Format: double
             * @description Looked at, or known to be no better
             */
            kits: number;
            /**
             * Format: double
             * @description Of what is gone through: of all kits, or of as many as are looked at
             */
            share: number;
        };
        Proposal: {
            /**
             * Format: double
             * @description Of walking, by which days were laid out; 0 where the file tells them
             */
            hours_a_day: number;
            /** @description Whether each stop is proposed to be kept: of very many named points only some are */
            keep: boolean[];
            /** @description Why each stop is proposed, in the order of the trip's stops */
            kinds: string[];
            /** @description The file's times have no zone: they are taken as the clock's there */
            local_times: boolean;
            /** @description What was assumed, smoothed or left out */
            said: string[];
            trip: components["schemas"]["TripFile"];
            /** @description The track, thinned; empty without one */
            way: components["schemas"]["WayPoint"][];
        };
        "Put-stop-into-tripRequest": {
            /**
             * Format: int64
             * @description Of that trip
             * @default 1
             */
            day: number;
            /**
             * Format: int64
             * @description 0 for none
             */
            trip: number;
        };
        Reading: {
            /** @description What could have meant something else, and how it was taken */
            doubts: components["schemas"]["Phrase"][];
            /** @description Words that were not understood, as they stand */
            not_understood: string[];
            recipe: components["schemas"]["Recipe"];
            /** @description Of the coffee, where the words name one */
            roast?: string;
            understood: components["schemas"]["Said"][];
        };
        Recipe: {
            /**
             * Format: double
             * @description On the grinder of this recipe, or else of the request; clicks
             */
            clicks?: number;
            /**
             * Format: double
             * @description All of it: drained, or poured off; s
             */
            done_s?: number;
            /**
             * Format: double
             * @description Of dose, water, ratio and drink any two decide; g
             */
            dose_g?: number;
            /**
             * Format: double
             * @description In the cup; ml
             */
            drink_ml?: number;
            /** @description In a word, as of the bands of the catalogue */
            grind?: string;
            /**
             * Format: double
             * @description µm
             */
            grind_um?: number;
            /** @description That the clicks are of */
            grinder?: components["schemas"]["OwnGrinder"];
            /** @description UUID of the recipe that is kept, of which this is a copy */
            id?: string;
            /** @description Method ID that it is for; any whose steps fit when left out */
            method?: string;
            name?: string;
            pours?: components["schemas"]["PourTo"][];
            /**
             * Format: double
             * @description Coffee to each litre poured; g/L
             */
            ratio_g_per_l?: number;
            /** @description The school that it is made from; the method's first when left out */
            school?: string;
            /**
             * Format: double
             * @description Until it is broken, pressed, lifted or strained; s
             */
            steep_s?: number;
            /** @description What the hands do besides; in place of what they do in the school */
            steps?: components["schemas"]["HandStep"][];
            /**
             * Format: double
             * @description Of a moka pot: off the heat once so much of its water has come up; %
             */
            stop_pct?: number;
            /**
             * Format: double
             * @description At first contact; °C
             */
            water_c?: number;
            /**
             * Format: double
             * @description Poured, all in all; g
             */
            water_g?: number;
            /** @description That it was read from */
            words?: string;
        };
        RecipeLine: {
            /** @description Of the recipe */
            field: string;
            here?: components["schemas"]["Value"];
            label: string;
            moved: boolean;
            /** @description Of the plan's figure that it became, where it is one */
            path?: string;
            switch?: string;
            to?: string;
            /** @description Empty where it is kept */
            why: components["schemas"]["Phrase"];
            wish?: components["schemas"]["Value"];
        };
        Record: {
            /** @description The first weighing and the last */
            canister_g?: number[][];
            /** @description All that was done, in order */
            events: components["schemas"]["Event"][];
            /** Format: double */
            from_s?: number;
            /** @description It was over by then */
            over?: boolean;
            scale_g?: number[][];
            /** @description When an instrument read nothing */
            silent?: components["schemas"]["Silence"];
            slurry_c?: number[][];
            /** Format: double */
            tol_c: number;
            /**
             * Format: double
             * @description No reading of the scale is lost by more than this
             */
            tol_g: number;
            /**
             * Format: double
             * @description How far the record goes
             */
            until_s: number;
            /**
             * Format: int64
             * @description Version of the record
             */
            v: number;
            water_c?: number[][];
        };
        Request: {
            /**
             * @description Make up for cooler water by; What makes up for cooler water; the school chooses when left out; when left out: as the recipe does
             * @enum {string}
             */
            adjust?: "time" | "grind" | "none";
            brewer?: components["schemas"]["Brewer"];
            calibration?: components["schemas"]["Calibration"];
            coffee?: components["schemas"]["Coffee"];
            /**
             * Format: double
             * @description Contact time; Overrides the contact time where the steep is free; s
             */
            contact_s?: number;
            /**
             * @description Cool the water with; How water too hot is cooled; with the lid off when left out; when left out: the lid off
             * @enum {string}
             */
            cool_by?: "lid-off" | "lid-ajar" | "lid-on" | "pour-through";
            cup?: components["schemas"]["Cup"];
            /**
             * Format: double
             * @description Drink in each cup; ml; when left out: 225
             */
            cup_ml?: number;
            /**
             * Format: double
             * @description Water to one part of concentrate; Parts of water to one of concentrate, where one is made or served; left out, as many as make it as strong as wished
             */
            dilution?: number;
            /**
             * Format: double
             * @description Dose; g
             */
            dose_g?: number;
            /**
             * Format: double
             * @description People; when left out: 1
             */
            drinkers?: number;
            grinder?: components["schemas"]["Grinder"];
            heat?: components["schemas"]["Heat"];
            /**
             * @description Runs into; What one dripper for several runs into: a server, or each cup in its turn; when left out: a server for several
             * @enum {string}
             */
            into?: "server" | "cups";
            measure?: components["schemas"]["Measure"];
            /** @description Method ID from the catalogue */
            method: string;
            place?: components["schemas"]["Place"];
            /** @description Pours that are not the school's */
            pours?: components["schemas"]["Pour"][];
            /**
             * Format: double
             * @description Ratio; g/L
             */
            ratio_g_per_l?: number;
            /** @description A person's own, over the method: what it leaves out is the school's */
            recipe?: components["schemas"]["Recipe"];
            /** @description A scale; Whether there is a scale; without one the steps go by spoons, marks and shares; when left out: where the recipe weighs */
            scale?: boolean;
            school?: string;
            /**
             * @description Strength; when left out: standard
             * @enum {string}
             */
            strength?: "mild" | "standard" | "strong";
            vessel?: components["schemas"]["Vessel"];
            water?: components["schemas"]["Water"];
            /**
             * Format: double
             * @description Brew water; Brew water, poured and added to a brewer that does not hold it all; of dose, ratio, water and drink any two decide; ml
             */
            water_g?: number;
        };
        Result: {
            /** @description Portions, one a brew */
            bags: components["schemas"]["Bag"][];
            /** @description In the order in which they are made, one for each day of a stay */
            brews: components["schemas"]["BrewTotals"][];
            /** @description What to have at the start and to buy on the way */
            buy: components["schemas"]["Buy"][];
            canisters: components["schemas"]["CanisterUse"][];
            cautions: components["schemas"]["Caution"][];
            coffees: components["schemas"]["CoffeeNeed"][];
            day_totals: components["schemas"]["DayTotals"][];
            /** Format: int64 */
            days: number;
            /** @description Brews that cannot be made as planned, and why */
            impossible: components["schemas"]["Impossible"][];
            /** @description What runs down along the route */
            lines: components["schemas"]["SupplyLine"][];
            notes: components["schemas"]["Phrase"][];
            /** @description What goes along at the start, with a kit */
            packing: components["schemas"]["PackLine"][];
            /** @description What runs out, first first */
            shortages: components["schemas"]["Shortage"][];
            stops: components["schemas"]["StopTotals"][];
            tasks: components["schemas"]["Task"][];
            /** @description When nothing runs out: what would first, and by how much it does not */
            tightest: components["schemas"]["Shortage"] | null;
            totals: components["schemas"]["Totals"];
            version: string;
            working: {
                [key: string]: components["schemas"]["Figure"];
            };
        };
        Review: {
            /** @description The largest first */
            costs: components["schemas"]["Cost"][];
            cup: components["schemas"]["Forecast"];
            /** @description One thing to try next */
            next: components["schemas"]["Phrase"];
            planned: components["schemas"]["Forecast"];
        };
        Round: {
            /**
             * Format: double
             * @description The drink leaves the grounds
             */
            end_s: number;
            /** @enum {string} */
            kind: "batch" | "cup";
            /** Format: int64 */
            n: number;
            /**
             * Format: double
             * @description Its first contact
             */
            pour_s: number;
            /**
             * Format: double
             * @description Served
             */
            ready_s: number;
            /**
             * Format: double
             * @description Its first step
             */
            start_s: number;
        };
        Run: {
            done: components["schemas"]["StepRun"][];
            finished: boolean;
            /**
             * Format: int64
             * @description Of a run that an earlier version began: when it was paused; 0 otherwise
             */
            paused_ms: number;
            /** Format: int64 */
            plan_id: number;
            /**
             * Format: double
             * @description How much faster than time its clock runs; 1 when left out
             */
            rate?: number;
            record?: components["schemas"]["Record"];
            /**
             * Format: int64
             * @description Index of the present step
             */
            step: number;
            /** Format: int64 */
            zero_ms: number;
            /** @description Time zone of the stop */
            zone?: string;
        };
        RunCurves: {
            /**
             * Format: double
             * @description Where now is on this clock
             */
            from_s: number;
            /** @description What is to be read, as the rest is planned now */
            plan_g: number[][];
            /** @description Where water and coffee are, by the model */
            rest_c: number[][];
            /** @description What was read, less what the scale showed before */
            scale_g: number[][];
            slurry_c: number[][];
            water_c: number[][];
        };
        RunOut: {
            run?: components["schemas"]["Run"];
        };
        RunningRecord: {
            brew: string;
            plan: string;
            run: components["schemas"]["Run"];
        };
        SafetyBoil: {
            /**
             * Format: double
             * @description Still to boil, at a rolling boil
             */
            left_s: number;
            /** @description It counts now */
            runs: boolean;
            /** @description What to do about it */
            say: components["schemas"]["Phrase"];
            /**
             * Format: int64
             * @description Index of its step
             */
            step: number;
            /**
             * @description Why it does not count: nobody has said that it boils, the probe is too cold, the guide is paused
             * @enum {string}
             */
            why: "" | "waits" | "cold" | "paused";
        };
        Said: {
            as: components["schemas"]["Phrase"];
            field: string;
            words: string;
        };
        SameFigure: {
            field: string;
            label: string;
        };
        "Say-blindRequest": {
            /** @enum {string} */
            liked: "first" | "second" | "neither";
        };
        SchoolInfo: {
            adjust: string;
            clean: string;
            /** @description Boils its water on the way, where it has a flame */
            disinfects: boolean;
            /** Format: double */
            grind_um: number;
            id: string;
            name: string;
            /** Format: double */
            ratio_g_per_l: number;
            why: string;
        };
        Scores: {
            /** Format: int64 */
            body: number;
            /** Format: int64 */
            clarity: number;
            /** Format: int64 */
            forgiveness: number;
            /** Format: int64 */
            tidiness: number;
            why: string;
        };
        Serving: {
            /** Format: int64 */
            brew: number;
            /**
             * Format: int64
             * @description Item; 0 for none
             */
            brewer: number;
            /** Format: double */
            cup: number;
            /** Format: double */
            fuel_g: number;
            /** @description What a brewer for several runs into: a server, or the cups in turn */
            into: string;
            method: string;
            /** Format: double */
            minutes: number;
            name: string;
            school: string;
            /** @description The next best way with this kit, and so the fallback; empty when there is none */
            second: string;
            /** Format: int64 */
            stop: number;
        };
        "Set-ticksRequest": {
            done: boolean;
            /** @description IDs of the tasks, each up to 200 characters */
            lines: string[];
        };
        Setting: {
            /** Format: double */
            clicks: number;
            /** Format: double */
            um: number;
        };
        Share: {
            id: string;
            /** Format: double */
            kj: number;
            label: string;
        };
        ShareOut: {
            /** @description SVG path of its dark modules, a unit each */
            path: string;
            /**
             * Format: int64
             * @description Modules along an edge of the code, with the quiet ones round it
             */
            size: number;
            text: string;
        };
        Shared: {
            at?: string;
            /** @description Address of the application, so that a camera opens it; left out, the code is the text alone */
            base?: string;
            name?: string;
            /** @description What the stop is called */
            place?: string;
            recipe?: components["schemas"]["Recipe"];
            /** @description Of a plan, whole */
            request?: components["schemas"]["Request"];
        };
        Shortage: {
            /** Format: int64 */
            day: number;
            id: string;
            label: string;
            /**
             * Format: double
             * @description What is left at the least
             */
            left: number;
            /**
             * Format: double
             * @description What is missing by the next place to buy it; 0 when none is
             */
            short: number;
            /** Format: int64 */
            stop: number;
            /** @description The sentence with {0}, {1}… where the values go; absent when it has no figures */
            template?: string;
            /** @description The sentence, with figures in metric units */
            text: string;
            unit: string;
            values?: components["schemas"]["Value"][];
        };
        Silence: {
            scale_g?: number[][];
            slurry_c?: number[][];
            water_c?: number[][];
        };
        SimulateIn: {
            /** @description From the plan; drawn from the seed when left out */
            differences?: components["schemas"]["Differences"];
            /** @description Draw the differences from the seed */
            drawn?: boolean;
            /** @description The hand follows the plan as it is, and nothing is planned anew */
            fixed?: boolean;
            /** @description There is no scale: the hand says when a pour is in */
            no_scale?: boolean;
            no_thermometer?: boolean;
            request: components["schemas"]["Request"];
            /** @description How the scale differs from a perfect one; a usual one when left out */
            scale?: components["schemas"]["Faults"];
            /** Format: int64 */
            seed: number;
            thermometer?: components["schemas"]["Faults"];
        };
        Simulated: {
            /** @description What it gave */
            cup: components["schemas"]["Outcome"];
            differences: components["schemas"]["Differences"];
            /** @description What was done and read, as follow takes it */
            events: components["schemas"]["Event"][];
            planned: components["schemas"]["Outcome"];
            request: components["schemas"]["Request"];
        };
        Small: {
            bars: components["schemas"]["SmallBar"][];
            /** @description Seconds from first contact, and °C */
            water: number[][];
        };
        SmallBar: {
            /** Format: double */
            at_s: number;
            /** Format: double */
            for_s: number;
            lane: string;
            /** Format: double */
            to_g?: number;
        };
        Source: {
            id: string;
            name: string;
            trusted: boolean;
        };
        "Split-stopRequest": {
            /**
             * Format: int64
             * @description Days that the first of the two keeps
             */
            nights: number;
        };
        Step: {
            /** Format: double */
            at_s: number;
            /** @description ID of the caution that stands here */
            caution: string;
            /** @description It lasts until the bed is drained */
            drains?: boolean;
            /** Format: double */
            for_s: number;
            id: string;
            /** @description It makes the water safe: not to be cut short */
            keep?: boolean;
            /** @description A word or two, for the score */
            label: string;
            /** @enum {string} */
            lane: "water" | "flame" | "scale" | "hands";
            /** @description How far a pour may be moved */
            move?: components["schemas"]["Move"];
            sign: string;
            /** @description The sentence with {0}, {1}… where the values go; absent when it has no figures */
            template?: string;
            /** @description The sentence, with figures in metric units */
            text: string;
            /**
             * Format: double
             * @description What is in when it ends: the reading to stop at, where there is a scale
             */
            to_g: number | null;
            /** @enum {string} */
            until: "time" | "weight" | "temperature" | "sign";
            values?: components["schemas"]["Value"][];
        };
        StepRun: {
            /** Format: double */
            at_s: number;
            /** Format: double */
            end_s: number;
            id: string;
            skip: boolean;
        };
        Stop: {
            conditions: components["schemas"]["Conditions"];
            /** Format: int64 */
            day: number;
            facts: components["schemas"]["Facts"];
            /** Format: int64 */
            id: number;
            /** Format: double */
            km: number;
            /** @description When it was written down, UTC */
            made_at: string;
            name: string;
            note: string;
            /** Format: int64 */
            position: number;
            /**
             * Format: int64
             * @description Grows with each change
             */
            revision: number;
            time_zone: string;
            /**
             * Format: int64
             * @description 0 for a place of no trip
             */
            trip_id: number;
            uuid: string;
        };
        StopFile: {
            brews?: components["schemas"]["BrewFile"][];
            /** @description Place, water and heat, as in a plan's request */
            conditions?: {
                [key: string]: unknown;
            };
            /** Format: int64 */
            day: number;
            facts?: components["schemas"]["Facts"];
            /** Format: double */
            km?: number;
            name: string;
            note?: string;
            /** @description IANA name; UTC when left out */
            time_zone?: string;
        };
        StopIn: {
            conditions: components["schemas"]["Conditions"];
            /** Format: int64 */
            day: number;
            facts?: components["schemas"]["Facts"];
            /** Format: double */
            km: number;
            name: string;
            note?: string;
            /** Format: int64 */
            position: number;
            time_zone?: string;
        };
        StopOut: {
            boil: components["schemas"]["Boil"];
            conditions: components["schemas"]["Conditions"];
            /** Format: int64 */
            day: number;
            facts: components["schemas"]["Facts"];
            /** Format: int64 */
            id: number;
            /** Format: double */
            km: number;
            /** @description When it was written down, UTC */
            made_at: string;
            name: string;
            note: string;
            /** Format: int64 */
            position: number;
            /**
             * Format: int64
             * @description Grows with each change
             */
            revision: number;
            time_zone: string;
            /**
             * Format: int64
             * @description 0 for a place of no trip
             */
            trip_id: number;
            uuid: string;
            /** @description Where its water is from and whether it is safe, with what to do */
            water: components["schemas"]["WaterState"];
        };
        StopTotals: {
            /** Format: double */
            boil_c: number;
            /**
             * Format: double
             * @description Of it, from bottles bought
             */
            bottled_ml: number;
            /**
             * Format: double
             * @description Water to carry on from here to the dry stops that follow
             */
            carry_ml: number;
            /** Format: int64 */
            day: number;
            /**
             * Format: double
             * @description Water for coffee over the stay
             */
            draw_ml: number;
            /**
             * Format: double
             * @description Water to put through a filter
             */
            filter_ml: number;
            /** Format: double */
            fuel_g: number;
            name: string;
            /** Format: int64 */
            nights: number;
            /** @description What is said of it and cannot be true together */
            odds?: components["schemas"]["Odd"][];
            /** @description [m, °C] */
            strip: number[][];
            /**
             * Format: double
             * @description The longest of these boils: what one pot is kept at a rolling boil
             */
            treat_each_s: number;
            /** Format: double */
            treat_fuel_g: number;
            /**
             * Format: double
             * @description At a rolling boil only to make water safe
             */
            treat_s: number;
            /**
             * Format: double
             * @description How many boils these are
             */
            treats: number;
            /** @description Neither its altitude nor its pressure is said: it boils as at the sea, which may be far out */
            unplaced?: boolean;
            /**
             * Format: double
             * @description Wet grounds and papers carried on from here
             */
            waste_g: number;
            /** @description Where its water is from and whether it is safe, with what to do */
            water: components["schemas"]["WaterState"];
        };
        StoredPlan: {
            /** Format: int64 */
            brew_id: number;
            core_version: string;
            created_at: string;
            /** Format: int64 */
            id: number;
            plan: components["schemas"]["Plan"];
            request: components["schemas"]["Request"];
            uuid: string;
        };
        StrengthPlan: {
            /** Format: double */
            extraction_high_pct: number | null;
            /** Format: double */
            extraction_low_pct: number | null;
            /** Format: double */
            extraction_pct: number | null;
            lies: components["schemas"]["Lies"];
            /** Format: double */
            tds_pct: number | null;
        };
        Supplies: {
            /** Format: double */
            battery_wh?: number;
            /** @description The kind bought; 230 g of 20/80 propane and isobutane when left out */
            canister?: components["schemas"]["CarriedCanister"];
            /** @description In the pack at the start; worked out when left out */
            canisters?: components["schemas"]["CarriedCanister"][];
            /**
             * Format: double
             * @description Coffee at the start
             */
            coffee_g?: number;
            /** @description Papers at the start, by kind */
            filters?: {
                [key: string]: number;
            };
            /**
             * Format: double
             * @description Liquid or solid fuel at the start
             */
            fuel_g?: number;
            /**
             * Format: double
             * @description Fuel over what is needed; 20 when left out
             */
            fuel_reserve_pct?: number;
            /** @description Mineralise water that has next to nothing in it */
            minerals?: boolean;
            /**
             * Format: double
             * @description Coffee and papers over what is needed; 10 when left out
             */
            spare_pct?: number;
            /**
             * Format: double
             * @description In each cup
             */
            sugar_g?: number;
            /**
             * Format: double
             * @description What the bottles hold together
             */
            water_ml?: number;
        };
        SupplyLine: {
            id: string;
            label: string;
            /** Format: double */
            most: number;
            points: components["schemas"]["LinePoint"][];
            unit: string;
        };
        Swap: {
            from: string;
            name: string;
            /** Format: int64 */
            stop: number;
            /** @description Empty when there is nothing to fall back to */
            to: string;
        };
        Task: {
            /** @description Local time HH:MM that OffsetS counts from; empty for any time of the day */
            at: string;
            /**
             * Format: int64
             * @description Day of the trip on which it begins: what takes long begins on the day before
             */
            begins: number;
            /** @description Local time HH:MM at which it begins; empty for any time of the day */
            begins_at: string;
            /** Format: int64 */
            brew?: number;
            /**
             * Format: int64
             * @description Of the trip; day 1 is the first, 0 the day before
             */
            day: number;
            /** Format: double */
            for_s: number;
            id: string;
            /** Format: double */
            offset_s: number;
            /**
             * Format: int64
             * @description Index into stops; −1 at home
             */
            stop: number;
            /** @description The sentence with {0}, {1}… where the values go; absent when it has no figures */
            template?: string;
            /** @description The sentence, with figures in metric units */
            text: string;
            values?: components["schemas"]["Value"][];
            /** @enum {string} */
            when: "before" | "morning" | "evening" | "brew" | "after";
            why: string;
        };
        Tasting: {
            /**
             * Format: double
             * @description 0 lively … 3 flat
             */
            flat?: number;
            /**
             * Format: double
             * @description 0 soft … 3 harsh
             */
            harsh?: number;
            /**
             * Format: double
             * @description 0 full … 3 hollow
             */
            hollow?: number;
            /**
             * Format: double
             * @description At the first sip: -2 cold … 0 right … 2 too hot
             */
            hotness?: number;
            /** Format: double */
            mark?: number;
            /**
             * Format: double
             * @description 0 clean … 3 muddy
             */
            silt?: number;
            /**
             * Format: double
             * @description -3 sour … 0 balanced … 3 bitter
             */
            sour_bitter?: number;
            /**
             * Format: double
             * @description As a refractometer reads it, in %
             */
            tds_pct?: number;
            /**
             * Format: double
             * @description -3 weak … 0 right … 3 strong
             */
            weak_strong?: number;
            words?: string;
        };
        Term: {
            id: string;
            of?: string[];
            says: string;
            word: string;
        };
        Totals: {
            /** Format: double */
            brews: number | null;
            /**
             * Format: double
             * @description Most for one person in a day
             */
            caffeine_mg: number | null;
            /**
             * Format: double
             * @description Largest carry between sources
             */
            carry_ml: number | null;
            /** Format: double */
            coffee_g: number | null;
            /**
             * Format: double
             * @description From a battery
             */
            energy_wh: number | null;
            /** Format: double */
            epsom_g: number | null;
            /** Format: double */
            filters: number | null;
            /**
             * Format: double
             * @description Carried fuel
             */
            fuel_g: number | null;
            /** Format: double */
            gas_g: number | null;
            /**
             * Format: double
             * @description Gear of the kit chosen; null without one
             */
            kit_g: number | null;
            /** Format: double */
            milk_g: number | null;
            /**
             * Format: double
             * @description Longest morning
             */
            morning_s: number | null;
            /**
             * Format: double
             * @description Most that is carried at once of what is used up, water apart
             */
            pack_g: number | null;
            /**
             * Format: double
             * @description What the packing list adds up to; null without one
             */
            packed_g: number | null;
            /** Format: double */
            soda_g: number | null;
            /** Format: double */
            sugar_g: number | null;
            /** Format: double */
            together_g: number | null;
            /** Format: double */
            treat_fuel_g: number | null;
            /** Format: double */
            treat_s: number | null;
            /**
             * Format: double
             * @description Most wet waste carried at once
             */
            waste_g: number | null;
            /** Format: double */
            water_ml: number | null;
        };
        Trip: {
            archived: boolean;
            /** Format: int64 */
            id: number;
            name: string;
            /** Format: int64 */
            people: number;
            /**
             * Format: int64
             * @description Grows with each change
             */
            revision: number;
            /** @description ISO date; empty when not fixed */
            starts_on: string;
            supplies: components["schemas"]["Supplies"];
            uuid: string;
        };
        TripFile: {
            /** @description Those that the requests of its brews name */
            coffees?: components["schemas"]["CoffeeBag"][];
            /** @enum {string} */
            format: "apodemos-trip";
            name: string;
            /** Format: int64 */
            people: number;
            /** @description ISO date of day 1 */
            starts_on?: string;
            stops: components["schemas"]["StopFile"][];
            supplies?: components["schemas"]["Supplies"];
            /**
             * Format: int64
             * @description 1 has no coffees and no recipes
             */
            version: number;
        };
        TripIn: {
            name: string;
            /** Format: int64 */
            people: number;
            /** @description ISO date, or empty */
            starts_on?: string;
            supplies?: components["schemas"]["Supplies"];
        };
        TripKit: {
            /** @description Chosen; empty for the best that there is */
            items: number[];
            lost: components["schemas"]["Lost"][];
            /** @description Lines of the packing list that are ticked */
            packed: string[];
            /**
             * Format: int64
             * @description Grows with each change
             */
            revision: number;
            wishes: components["schemas"]["Wishes"];
        };
        TripOut: {
            archived: boolean;
            brews: components["schemas"]["Brew"][];
            /** @description That its brews name, with what was in them when it began */
            coffees: components["schemas"]["CoffeeBag"][];
            /** Format: int64 */
            id: number;
            name: string;
            /** Format: int64 */
            people: number;
            /**
             * Format: int64
             * @description Grows with each change
             */
            revision: number;
            /** @description ISO date; empty when not fixed */
            starts_on: string;
            stops: components["schemas"]["StopOut"][];
            supplies: components["schemas"]["Supplies"];
            uuid: string;
        };
        TripPlan: {
            /** @description Of the result's tasks, in their order */
            moments: components["schemas"]["Moment"][];
            result: components["schemas"]["Result"];
            stop_ids: number[];
        };
        Value: {
            /** @description Worth one digit more than its unit usually is */
            fine?: boolean;
            unit: string;
            /** Format: double */
            value: number;
        };
        Verdict: {
            /** Format: int64 */
            a: number;
            /** Format: int64 */
            b: number;
            /**
             * Format: double
             * @description How often chance alone does as well
             */
            chance_pct: number;
            /**
             * Format: int64
             * @description Rounds of three cups in which the odd one was found
             */
            found: number;
            /** @description Under one in twenty */
            more_than_chance: boolean;
            /** Format: int64 */
            rounds: number;
            says: components["schemas"]["Phrase"];
            /** Format: int64 */
            threes: number;
            working: components["schemas"]["Figure"];
        };
        Vessel: {
            /**
             * Format: double
             * @description Pot or kettle holds; ml; when left out: 1000
             */
            capacity_ml?: number;
            /**
             * Format: double
             * @description Pot or kettle diameter; mm; when left out: 130
             */
            diameter_mm?: number;
            /**
             * Format: double
             * @description Pot or kettle mass; g; when left out: 150
             */
            mass_g?: number;
            /**
             * @description Pot or kettle material; when left out: titanium
             * @enum {string}
             */
            material?: "titanium" | "aluminium" | "steel" | "enamel" | "glass" | "ceramic" | "plastic" | "silicone" | "wood";
        };
        View: {
            /** Format: int64 */
            after: number;
            /**
             * Format: int64
             * @description The boil that is not to be cut short
             */
            boil: number;
            /**
             * Format: double
             * @description Position at which all is served, as it is planned now
             */
            end_s: number;
            /**
             * @description What the clock waits for: that it boils, or that one is ready; empty while it does not
             * @enum {string}
             */
            gate: "" | "boil" | "pour";
            /** @description No step comes after the one that is on */
            last: boolean;
            /**
             * Format: double
             * @description Position at which this changes by itself, while the clock runs
             */
            next_s: number;
            /**
             * Format: double
             * @description When the water meets the coffee of the round shown
             */
            pour_s: number;
            /**
             * Format: int64
             * @description The step that is on
             */
            present: number;
            /**
             * Format: int64
             * @description The next step that ends on a scale reading
             */
            reading: number;
            /**
             * Format: int64
             * @description The step to do now: at a gate the one behind it
             */
            shown: number;
            /** @description The clock does not go on by itself now */
            stands: boolean;
            /** Format: double */
            start_s: number;
            /** @description What goes on besides the step shown: boils that make the water safe and are not over, water that is heated again */
            under: number[];
            /**
             * @description What the step waits for, besides the clock; empty while it waits for nothing
             * @enum {string}
             */
            waits: "" | "boil" | "reading" | "cool" | "sign" | "said";
        };
        WaitAnswer: {
            /** Format: double */
            fill_ml: number;
            fitted: number[][];
            /** Format: double */
            fitted_s: number | null;
            /** Format: double */
            from_c: number;
            lid: number[][];
            /** Format: double */
            lid_s: number | null;
            /** Format: double */
            loss_factor: number | null;
            open: number[][];
            /** Format: double */
            open_s: number | null;
            request: components["schemas"]["Request"];
            /** Format: double */
            target_c: number;
            windy: number[][];
            /**
             * Format: double
             * @description The wind of the windy curve
             */
            windy_ms: number;
            /** Format: double */
            windy_s: number | null;
            working: {
                [key: string]: components["schemas"]["Figure"];
            };
        };
        WaitIn: {
            /**
             * Format: double
             * @description s
             */
            after_s?: number;
            /**
             * Format: double
             * @description Water in the pot; 700 when left out; ml
             */
            fill_ml?: number;
            /**
             * Format: double
             * @description From the temperature of the air to that of the boil
             */
            reading_c?: number;
            request: components["schemas"]["Request"];
            /**
             * Format: double
             * @description 93 when left out; °C
             */
            target_c?: number;
        };
        Wanted: {
            /** @description IDs of the pieces that go along on the trip: they are taken before the others */
            along?: number[];
            /** @description What there is to make it with; empty where nobody says, and then anything is taken to be there */
            have: components["schemas"]["Item"][];
            request: components["schemas"]["Request"];
            /** @enum {string} */
            wish?: "" | "quick" | "light" | "clear" | "full" | "tidy" | "little-water";
        };
        Water: {
            /**
             * @description Water from; Where it comes from; nothing that is not said counts as safe; when left out: not said
             * @enum {string}
             */
            source?: "tap" | "bottled" | "urn" | "spring" | "stream" | "lake" | "tank" | "snow" | "none";
            /**
             * Format: double
             * @description Water at the source; °C; when left out: 15
             */
            source_c?: number;
            /**
             * @description State of the water; when left out: liquid
             * @enum {string}
             */
            state?: "liquid" | "snow" | "ice";
            /**
             * Format: double
             * @description Dissolved solids in the water; mg/L
             */
            tds_mg_l?: number;
            /**
             * @description Treatment; What is done about its safety; doubtful until somebody says more, where the source is not trusted; when left out: as its source is
             * @enum {string}
             */
            treatment?: "safe" | "filtered" | "boil" | "doubtful";
        };
        WaterPlan: {
            /** Format: double */
            boiled_off_ml: number | null;
            /** Format: double */
            carried_ml: number | null;
            /**
             * Format: double
             * @description Poured or added unheated
             */
            cold_ml: number | null;
            /** Format: double */
            concentrate_ml: number | null;
            /** Format: double */
            dilution_ml: number | null;
            /** Format: double */
            heated_ml: number | null;
            /**
             * Format: double
             * @description Of the added water, what comes as ice
             */
            ice_g: number | null;
            /** Format: double */
            left_behind_ml: number | null;
            /** Format: double */
            melt_g: number | null;
            /** Format: double */
            poured_ml: number | null;
            /** Format: double */
            preheat_ml: number | null;
            /** Format: double */
            retained_ml: number | null;
            /** Format: double */
            rinse_ml: number | null;
            /** Format: double */
            snow_firn_l: number | null;
            /**
             * Format: double
             * @description The same as a heap of fresh snow
             */
            snow_fresh_l: number | null;
            /** Format: double */
            snow_settled_l: number | null;
            /** Format: double */
            splash_ml: number | null;
            /** Format: double */
            washup_ml: number | null;
        };
        WaterState: {
            /**
             * Format: double
             * @description At a rolling boil, where it is treated so
             */
            boil_s: number;
            /** @description What to do before it is used; null when it is safe or made so */
            caution: components["schemas"]["Caution"] | null;
            /** @description Empty when nobody has said */
            source: string;
            treatment: string;
        };
        Way: {
            /**
             * Format: double
             * @description Water to bring
             */
            carry_ml: number | null;
            /** Format: double */
            cup_c: number | null;
            /** Format: double */
            dose_g: number | null;
            /** Format: double */
            drink_ml: number | null;
            /** Format: double */
            energy_wh: number | null;
            /** Format: double */
            extraction_pct: number | null;
            fit: components["schemas"]["Fit"];
            /** Format: double */
            fuel_g: number | null;
            /**
             * Format: double
             * @description The part of it that takes hands
             */
            hands_s: number | null;
            /** @description Inside the published window of extraction and strength */
            in_window: boolean;
            /** @description What the shelf lacks for it; empty when nothing, or when the shelf is empty */
            lacks: string;
            /** @description The two figures that count here, by their paths in a plan, or weight */
            matter: string[];
            method: string;
            /** @description Why it cannot be made here with this; empty when it can */
            not: string;
            /** @description Where it stands among the ways, of 100 points; null where it cannot be made */
            order: components["schemas"]["Figure"] | null;
            possible: boolean;
            request: components["schemas"]["Request"];
            school: string;
            /** @description Every school of the method, the best first */
            schools: components["schemas"]["Choice"][];
            /** Format: double */
            tds_pct: number | null;
            than: components["schemas"]["Phrase"][];
            /**
             * Format: double
             * @description From the first thing to do until it is served
             */
            total_s: number | null;
            /** @description Why this water has to be made safe before, for a school that does not disinfect it; empty where it is safe or boils */
            water: string;
            /** @description What it has one carry: coffee, fuel, papers and the brewer; null where it is not possible */
            weight: components["schemas"]["Figure"] | null;
            /** @description What speaks for it and against it, in a few words each */
            why: string[];
            /** @description Why it is not possible here; empty when it is */
            why_not: string;
        };
        WayPoint: {
            /** Format: double */
            km: number;
            /** Format: double */
            lat: number;
            /** Format: double */
            lon: number;
            /**
             * Format: double
             * @description Null where the file has no elevations
             */
            m: number | null;
        };
        Weather: {
            /** Format: double */
            day_c: number;
            /** Format: double */
            morning_c: number;
            /** Format: double */
            sea_level_hpa: number;
            source: string;
            /** Format: double */
            wind_ms: number;
        };
        Weights: {
            /** Format: double */
            cup: number;
            /** Format: double */
            fuss: number;
            /** Format: double */
            mass: number;
            /** Format: double */
            time: number;
        };
        WhatIf: {
            /** Format: double */
            colder_c?: number;
            /**
             * Format: int64
             * @description Longer at a stop
             */
            delay_days?: number;
            /**
             * Format: int64
             * @description Index of that stop
             */
            delay_stop?: number;
            /**
             * Format: int64
             * @description Index of the stop from which there are none
             */
            lost_filters?: number;
            /**
             * Format: int64
             * @description Index of the stop from which it is
             */
            lost_from?: number;
            /** @description Methods whose brewer is lost or broken */
            lost_methods?: string[];
            /**
             * Format: int64
             * @description At every brew
             */
            more_people?: number;
        };
        Window: {
            /** Format: double */
            extraction_high_pct: number;
            /** Format: double */
            extraction_low_pct: number;
            /** Format: double */
            tds_high_pct: number;
            /** Format: double */
            tds_low_pct: number;
        };
        Wishes: {
            /** Format: int64 */
            body?: number;
            /**
             * Format: double
             * @description For things not on the shelf yet
             */
            budget?: number;
            /** @description Consider things with a price, too */
            buy?: boolean;
            /**
             * Format: int64
             * @description Wished, 1 to 5; 0 for no wish
             */
            clarity?: number;
            /** @description Every brew can be made in a second way, without papers */
            fallback?: boolean;
            /**
             * Format: double
             * @description Most to carry, with what is used up
             */
            mass_g?: number;
            /**
             * Format: double
             * @description Longest morning, min
             */
            morning_min?: number;
            /** @description Items that go along whatever */
            must?: number[];
            /**
             * Format: int64
             * @description Least tidiness of a method; 0 for any
             */
            tidiness?: number;
            /**
             * Format: double
             * @description Most bulk of the gear, not nested
             */
            volume_ml?: number;
            weights?: components["schemas"]["Weights"];
            /** @description Items that stay at home */
            without?: number[];
        };
        WordsIn: {
            words: string;
        };
        Would: {
            at: string;
            /** Format: int64 */
            day: number;
            /** Format: double */
            dose_g: number;
            method: string;
            school: string;
            stop: string;
            /**
             * Format: double
             * @description From the first thing to do until all is served
             */
            total_s: number;
        };
    };
    responses: never;
    parameters: never;
    requestBodies: never;
    headers: never;
    pathItems: never;
}
export type $defs = Record<string, never>;
export interface operations {
    "bench-boil": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BenchBoil"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BoilAnswer"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "bench-canister": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CanisterIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CanisterAnswer"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "bench-fuel": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["FuelIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["FuelAnswer"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "bench-grind": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["GrindIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["GrindAnswer"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "bench-wait": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["WaitIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WaitAnswer"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "bench-water": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["MineralsIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MineralsAnswer"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "list-blinds": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BlindOut"][];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "begin-blind": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Begin-blindRequest"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BlindOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "get-blind": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                blind: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BlindOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "delete-blind": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                blind: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "deal-blind": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                blind: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Dealt"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "restore-blind": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                blind: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "say-blind": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                blind: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Say-blindRequest"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BlindOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "get-brew": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                brew: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BrewOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "delete-brew": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                brew: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "set-brew": {
        parameters: {
            query?: never;
            header?: {
                /** @description The revision that the change began from, as an entity tag */
                "If-Match"?: string;
            };
            path: {
                brew: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": {
                    [key: string]: unknown;
                };
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BrewOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    advise: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                brew: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["AdviceIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BrewAdvice"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "copy-brew": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                brew: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Elsewhere"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BrewOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "add-log": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                brew: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LogIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LogEntry"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "move-brew": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                brew: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Elsewhere"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BrewOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "restore-brew": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                brew: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "get-run": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                brew: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RunOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "set-run": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                brew: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Run"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Run"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "end-run": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                brew: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    noticed: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                brew: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Noticed"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    bring: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BringIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Bringing"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "preview-bring": {
        parameters: {
            query?: {
                /** @description The file's name */
                name?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": string;
                "application/octet-stream": string;
                "text/html": string;
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PocketRead"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    catalogue: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Catalogue"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    choices: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Request"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Choice"][];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "list-coffees": {
        parameters: {
            query?: {
                /** @description ISO date that the days off roast are of; today when left out */
                on?: string;
                /** @description Those deleted, too */
                all?: boolean;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CoffeeOut"][];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "add-coffee": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["InBag"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CoffeeOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "get-coffee": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                coffee: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CoffeeOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "delete-coffee": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                coffee: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "set-coffee": {
        parameters: {
            query?: never;
            header?: {
                /** @description The revision that the change began from, as an entity tag */
                "If-Match"?: string;
            };
            path: {
                coffee: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": {
                    [key: string]: unknown;
                };
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CoffeeOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "coffee-path": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                coffee: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Path"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "restore-coffee": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                coffee: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "revoke-device": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                device: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    exercise: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Exercise"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Exercised"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    fit: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["FitIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Fit"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    follow: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["FollowIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Following"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "list-gear": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Item"][];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "add-gear": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Item"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Item"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "export-gear": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    "Content-Disposition"?: string;
                    "Content-Type"?: string;
                    [name: string]: unknown;
                };
                content: {
                    "text/csv": string;
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "import-gear": {
        parameters: {
            query?: {
                /** @description The file's name */
                name?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/octet-stream": string;
                "text/csv": string;
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": number[];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "add-starter-gear": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Item"][];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "get-gear": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                item: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Item"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "delete-gear": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                item: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "set-gear": {
        parameters: {
            query?: never;
            header?: {
                /** @description The revision that the change began from, as an entity tag */
                "If-Match"?: string;
            };
            path: {
                item: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": {
                    [key: string]: unknown;
                };
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Item"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "restore-gear": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                item: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    health: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Health"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "preview-import": {
        parameters: {
            query?: {
                /** @description The file's name */
                name?: string;
                /** @description Where altitudes are from that the file does not have: the made-up terrain; not known when left out */
                terrain?: "simulated";
                /** @description Of walking a day, h, where the file has no times */
                hours?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/gpx+xml": string;
                "application/json": string;
                "application/octet-stream": string;
                "text/csv": string;
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Proposal"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    info: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Info"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "list-log": {
        parameters: {
            query?: {
                /** @description 0 for all trips */
                trip?: number;
                /** @description So many of the latest; all when left out */
                latest?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LogEntry"][];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "compare-cups": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CompareIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Compared"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "export-log-csv": {
        parameters: {
            query?: {
                /** @description 0 for all trips */
                trip?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    "Content-Disposition"?: string;
                    "Content-Type"?: string;
                    [name: string]: unknown;
                };
                content: {
                    "text/csv": string;
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "export-log": {
        parameters: {
            query?: {
                /** @description 0 for all trips */
                trip?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    "Content-Disposition"?: string;
                    "Content-Type"?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": string;
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "import-log": {
        parameters: {
            query?: {
                /** @description The file's name */
                name?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": string;
                "application/octet-stream": string;
                "text/csv": string;
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Brought"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "get-log-entry": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                entry: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LogEntry"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "delete-log": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                entry: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "set-log": {
        parameters: {
            query?: never;
            header?: {
                /** @description The revision that the change began from, as an entity tag */
                "If-Match"?: string;
            };
            path: {
                entry: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": {
                    [key: string]: unknown;
                };
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LogEntry"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "plan-as-had": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                entry: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Plan"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "as-made": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                entry: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Following"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "recipe-of-entry": {
        parameters: {
            query?: {
                name?: string;
            };
            header?: never;
            path: {
                entry: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Recipe"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "restore-log": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                entry: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    now: {
        parameters: {
            query?: {
                /** @description Whose next brew is asked; 0 for none */
                trip?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Now"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    pairing: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Pairing"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "make-key": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["KeyOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "list-places": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Places"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "add-place": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlaceIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["StopOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "export-places": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    "Content-Disposition"?: string;
                    "Content-Type"?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": string;
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    plan: {
        parameters: {
            query?: {
                /** @description With the workings of every figure, unless false */
                working?: boolean;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Request"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Plan"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "change-request": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ChangedIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Request"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "get-plan": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                plan: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["StoredPlan"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "recipe-of-plan": {
        parameters: {
            query?: {
                name?: string;
            };
            header?: never;
            path: {
                plan: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Recipe"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    carry: {
        parameters: {
            query: {
                /** @description Their numbers */
                trips: number[];
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Carried"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "take-along": {
        parameters: {
            query: {
                /** @description Their numbers */
                trips: number[];
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    "Content-Disposition"?: string;
                    "Content-Type"?: string;
                    [name: string]: unknown;
                };
                content: {
                    "text/html": string;
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    practice: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PracticeIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Practice"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "list-recipes": {
        parameters: {
            query?: {
                /** @description Those deleted, too */
                all?: boolean;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OwnRecipe"][];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "add-recipe": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Recipe"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OwnRecipe"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "import-recipe": {
        parameters: {
            query?: {
                /** @description The file's name */
                name?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": string;
                "application/octet-stream": string;
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OwnRecipe"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "read-recipe": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["WordsIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Reading"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "get-recipe": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                recipe: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OwnRecipe"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "delete-recipe": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                recipe: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "set-recipe": {
        parameters: {
            query?: never;
            header?: {
                /** @description The revision that the change began from, as an entity tag */
                "If-Match"?: string;
            };
            path: {
                recipe: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": {
                    [key: string]: unknown;
                };
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OwnRecipe"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "export-recipe": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                recipe: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    "Content-Disposition"?: string;
                    "Content-Type"?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": string;
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "restore-recipe": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                recipe: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    review: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["FollowIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Review"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    share: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Shared"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ShareOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "read-share": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["WordsIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Shared"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    simulate: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SimulateIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Simulated"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "simulated-elevation": {
        parameters: {
            query: {
                lat: number;
                lon: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Elevation"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "simulated-forecast": {
        parameters: {
            query: {
                lat: number;
                lon: number;
                altitude_m?: number;
                day: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Weather"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "get-stop": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                stop: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["StopOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "delete-stop": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                stop: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "set-stop": {
        parameters: {
            query?: never;
            header?: {
                /** @description The revision that the change began from, as an entity tag */
                "If-Match"?: string;
            };
            path: {
                stop: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": {
                    [key: string]: unknown;
                };
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["StopOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "add-brew": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                stop: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BrewIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BrewOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "new-brew": {
        parameters: {
            query?: {
                /** @description Chosen later when left out */
                method?: string;
                school?: string;
                /** @description Local time of day; the next free meal when left out */
                at?: string;
            };
            header?: never;
            path: {
                stop: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["NewBrew"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "join-stops": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                stop: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Join-stopsRequest"];
            };
        };
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "restore-stop": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                stop: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "split-stop": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                stop: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Split-stopRequest"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Stop"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "put-stop-into-trip": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                stop: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Put-stop-into-tripRequest"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["StopOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    understand: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["WordsIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Tasting"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "list-trips": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Trip"][];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "add-trip": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TripIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Trip"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "import-trip": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TripFile"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Trip"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "get-trip": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TripOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "delete-trip": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "set-trip": {
        parameters: {
            query?: never;
            header?: {
                /** @description The revision that the change began from, as an entity tag */
                "If-Match"?: string;
            };
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": {
                    [key: string]: unknown;
                };
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TripOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "archive-trip": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Archive-tripRequest"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Trip"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "arrange-stops": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ArrangeIn"][];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TripOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "add-every-brew": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["EveryIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["EveryOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "duplicate-trip": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Trip"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "export-trip": {
        parameters: {
            query?: {
                /** @description Minutes before a brew is begun at which its calendar reminds */
                alarm?: "none" | "0" | "5" | "10" | "15" | "30" | "60";
                /** @description When the calendar reminds on an evening with something to get ready */
                evening?: "none" | "18:00" | "19:00" | "20:00" | "21:00" | "22:00";
            };
            header?: never;
            path: {
                trip: number;
                format: "trip.json" | "stops.gpx" | "schedule.ics" | "provisions.csv";
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    "Content-Disposition"?: string;
                    "Content-Type"?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/gpx+xml": string;
                    "application/json": string;
                    "text/calendar": string;
                    "text/csv": string;
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "get-kit": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TripKit"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "set-kit": {
        parameters: {
            query?: never;
            header?: {
                /** @description The revision that the change began from, as an entity tag */
                "If-Match"?: string;
            };
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": {
                    [key: string]: unknown;
                };
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TripKit"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "apply-kit": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LayIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Applied"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "choose-kit": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Wishes"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Answer"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "lay-kit": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LayIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Laid"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "kit-progress": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Choosing"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "plan-trip": {
        parameters: {
            query?: {
                /** @description With the steps of every brew, for a trip sheet */
                steps?: boolean;
                /** @description Gear to go with: its brews as this kit makes them. The trip's own kit, and its brews as they are planned, when left out */
                items?: number[];
            };
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TripPlan"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "restore-trip": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "list-ticks": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": string[];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "set-ticks": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Set-ticksRequest"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": string[];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "add-stop": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["StopIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["StopOut"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    "what-if": {
        parameters: {
            query?: never;
            header?: never;
            path: {
                trip: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["WhatIf"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Comparison"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
    ways: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Wanted"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    ETag?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Found"];
                };
            };
            /** @description Error */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ErrorModel"];
                };
            };
        };
    };
}
